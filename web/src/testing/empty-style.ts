export default new Proxy({}, { get: (_, name) => String(name) })
