import { saveAs } from 'file-saver'

/** Hands a table to the browser to be saved. */
export function saveCsv(text: string, name: string): void {
  saveAs(new Blob([text], { type: 'text/csv;charset=utf-8' }), name)
}
