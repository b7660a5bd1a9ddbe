import { useEffect } from 'react'
import type { Command } from './top-bar.ts'

/** Whether plain keys are being written into whatever has the focus; a radio button takes none of them. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false
  if (target instanceof HTMLInputElement) return !['radio', 'checkbox', 'button', 'file'].includes(target.type)
  return target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName)
}

/** A key press as commands write it: `Ctrl Shift Z`, `W`, `?`. The Command key of other keyboards counts as Ctrl. */
export function keyName(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>): string {
  const key = event.key.length === 1 ? event.key.toUpperCase() : event.key
  const isLetter = /^[A-Z]$/.test(key)
  return [
    event.ctrlKey || event.metaKey ? 'Ctrl' : '',
    event.altKey ? 'Alt' : '',
    // Shift is part of a sign like "?", and is named only with letters.
    event.shiftKey && isLetter ? 'Shift' : '',
    key,
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** Runs the command whose key is pressed anywhere on the page; plain keys are left to whoever is typing. */
export function useKeys(commands: readonly Command[]): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const name = keyName(event)
      const inDialog = event.target instanceof HTMLElement && event.target.closest('[role="dialog"]') !== null
      if ((isTyping(event.target) || inDialog) && !name.startsWith('Ctrl ')) return
      // The browser's own undo goes first in a field that is being typed in.
      if (isTyping(event.target) && /^Ctrl (Shift )?[ZY]$/.test(name)) return
      const command = commands.find(({ keys }) => keys === name)
      if (command === undefined || command.can?.() === false) return
      event.preventDefault()
      command.run()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [commands])
}
