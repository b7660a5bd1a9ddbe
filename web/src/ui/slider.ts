/** The value stands beside the slider already; its own bubble would only be laid out again at every step. */
export const NO_BUBBLE = { open: false }
