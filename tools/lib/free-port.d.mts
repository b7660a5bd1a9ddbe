export function freePort(): Promise<number>
export function isFree(host: string, port: number): Promise<boolean>
