export const ROOT: string
export const DATA: string
export const WEB_DIST: string
export const DEMO: string
export const DEFAULT_PORT: number
export const UNPACKED: string
export const FAKE_CLOCK: string
