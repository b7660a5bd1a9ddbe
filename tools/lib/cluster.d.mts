import type { Network } from './network.mjs'

export interface ClusterNode {
  readonly name: string
  readonly folder: string
  readonly port: number
  readonly database: { readonly pid: number } | null
}
export class Cluster {
  readonly nodes: readonly ClusterNode[]
  static start(
    folder: string,
    count?: number,
    options?: {
      readonly network?: Network | undefined
      readonly environmentOf?: (node: ClusterNode) => Readonly<Record<string, string>>
      readonly durable?: boolean
      readonly options?: readonly string[]
    },
  ): Promise<Cluster>
  url(name?: string): string
  urlOf(node: ClusterNode, name?: string): string
  socketOf(node: ClusterNode): string
  startNode(node: ClusterNode, begins?: boolean): Promise<void>
  killNode(node: ClusterNode): Promise<void>
  cutOff(node: ClusterNode): Promise<void>
  letBack(node: ClusterNode): Promise<void>
  startAll(): Promise<void>
  stop(): Promise<void>
}
