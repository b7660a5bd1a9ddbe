export class Network {
  static isPossible(): Promise<boolean>
  static make(count: number): Promise<Network>
  addressOf(i: number): string
  readonly ownAddress: string
  commandAt(i: number): readonly string[]
  unplug(i: number): Promise<void>
  plugIn(i: number): Promise<void>
  remove(): Promise<void>
}
