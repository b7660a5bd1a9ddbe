/** What a random or fault test does in `npm test`, and what in `npm run endure`. */
export function runs<Effort>(few: Effort, many: Effort): Effort {
  return process.env['EMERY_ENDURE'] === undefined ? few : many
}
