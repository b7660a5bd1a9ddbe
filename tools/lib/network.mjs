import { randomBytes } from 'node:crypto'
import { isInstalled, must, quietly, withSystemFolders } from './run-command.mjs'

const PROGRAM = 'ip'
/** A machine on this network is `PREFIX.N`, and this one, which sees them all, the last. */
const PREFIX = '10.219'
const OWN_NUMBER = 254

/**
 * A small network on this machine whose members can be unplugged, for tests: each member is a network namespace with one cable to a switch. Whoever
 * is unplugged runs on, and neither hears nor is told that the others are gone, as with a real cable.
 */
export class Network {
  /** Whether this machine lets us make one: it takes the rights of an administrator over its network, and iproute2. */
  static async isPossible() {
    if (!isInstalled(PROGRAM)) return false
    const name = `emery-try-${randomBytes(3).toString('hex')}`
    const { status } = await quietly(PROGRAM, ['link', 'add', name.slice(0, 15), 'type', 'bridge'], environment())
    if (status !== 0) return false
    await ip('link', 'del', name.slice(0, 15))
    const made = await quietly(PROGRAM, ['netns', 'add', name], environment())
    if (made.status !== 0) return false
    await ip('netns', 'del', name)
    return true
  }

  /** A network of `count` members. `remove` takes it away again. */
  static async make(count) {
    const id = randomBytes(2)
    const network = new Network()
    // An interface's name has 15 characters at most.
    network.id = id.toString('hex')
    network.subnet = `${PREFIX}.${id[0]}`
    network.switch = `em-${network.id}`
    network.count = count
    await ip('link', 'add', network.switch, 'type', 'bridge')
    await ip('address', 'add', `${network.ownAddress}/24`, 'dev', network.switch)
    await ip('link', 'set', network.switch, 'up')
    for (let i = 0; i < count; i++) await network.#add(i)
    return network
  }

  /** This machine's own address on the network. */
  get ownAddress() {
    return `${this.subnet}.${OWN_NUMBER}`
  }

  /** The address of a member, counted from 0. */
  addressOf(i) {
    return `${this.subnet}.${i + 1}`
  }

  /** What goes before a command so that it runs at a member. */
  commandAt(i) {
    return [PROGRAM, 'netns', 'exec', this.#nameOf(i)]
  }

  unplug(i) {
    return ip('link', 'set', this.#cableOf(i), 'down')
  }

  plugIn(i) {
    return ip('link', 'set', this.#cableOf(i), 'up')
  }

  async remove() {
    for (let i = 0; i < this.count; i++) await ip('netns', 'del', this.#nameOf(i))
    await ip('link', 'del', this.switch)
  }

  async #add(i) {
    const [name, cable] = [this.#nameOf(i), this.#cableOf(i)]
    await ip('netns', 'add', name)
    await ip('link', 'add', cable, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', name)
    await ip('link', 'set', cable, 'master', this.switch, 'up')
    await ip('-n', name, 'address', 'add', `${this.addressOf(i)}/24`, 'dev', 'eth0')
    await ip('-n', name, 'link', 'set', 'lo', 'up')
    await ip('-n', name, 'link', 'set', 'eth0', 'up')
  }

  #nameOf = (i) => `emery-${this.id}-${i}`
  #cableOf = (i) => `em-${this.id}-${i}`
}

const environment = () => ({ env: withSystemFolders() })

const ip = (...words) => must(PROGRAM, words, environment())
