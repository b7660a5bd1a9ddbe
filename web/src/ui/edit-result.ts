/** Whether a reading that was typed could be taken; if not, the end of a sentence that begins with its name. */
export type EditResult = { readonly ok: true } | { readonly ok: false; readonly message: string }

export const EDIT_TAKEN: EditResult = { ok: true }
