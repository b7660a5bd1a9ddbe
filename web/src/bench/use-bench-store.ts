import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { v4 as newId } from 'uuid'
import type { DriveRecord } from '@emery/core/api'
import { hearNews } from '../api/news.ts'
import { driveKeys, newerDrive, saveDrive } from '../drives/drives-api.ts'
import { usePreferences } from '../ui/preferences.ts'
import { createBenchStore, type BenchState, type BenchStore } from './store/bench-store.ts'
import { Saver, type SaveState } from './store/saver.ts'
import { OtherTabs } from './store/other-tabs.ts'
import { browserShelf } from './store/unsaved-shelf.ts'

/** Milliseconds after news of drives before this one is looked at: several come at once. */
const NEWS_MS = 250

interface OwnBench extends OpenBench {
  /** Tells the other tabs what this one has saved. */
  readonly onSaved: { tell: (saved: DriveRecord) => void }
}

export interface OpenBench {
  readonly store: BenchStore
  readonly saver: Saver
}

/** The store of an open bench and the saver that follows it; both live as long as the bench is on the screen. */
export function useBenchStore(record: DriveRecord): { readonly open: OpenBench; readonly saveState: SaveState } {
  const queries = useQueryClient()
  const [saveState, setSaveState] = useState<SaveState>({ is: 'saved', at: record.updatedAt })
  const open = useRef<OwnBench | null>(null)
  open.current ??= openBench(record, setSaveState)
  const { store, saver, onSaved } = open.current

  useEffect(() => {
    const left = saver.resume()
    if (left !== null) store.getState().replace('changes from an earlier session', left)
    let following = false
    const follow = (saved: Pick<DriveRecord, 'version' | 'updatedAt' | 'document'>, words: string) => {
      // Nothing is pulled out from under a finger; what it comes to is then a conflict like any other.
      if (store.getState().gesture !== null || !saver.follow(saved)) return
      following = true
      store.getState().replace(words, saved.document)
      following = false
    }
    const tabs = new OtherTabs(record.id, (saved) => follow(saved, 'changed in another tab'))
    let soon: ReturnType<typeof setTimeout> | undefined
    const look = () => {
      if (saver.state.is !== 'saved') return
      // While the server is away: whoever saves next is told.
      newerDrive(record.id, saver.version).then(
        (saved) => saved !== null && follow(saved, 'changed on another device'),
        () => undefined,
      )
    }
    const deaf = hearNews((subjects) => {
      if (!subjects.includes('drives')) return
      clearTimeout(soon)
      soon = setTimeout(look, NEWS_MS)
    })
    onSaved.tell = (saved) => tabs.tellSaved(saved)
    const unsubscribe = store.subscribe((now, before) => {
      if (following) return
      const inGesture = now.gesture !== null
      const settled = before.gesture !== null && !inGesture
      const documentBefore = settled ? before.gesture.before : before.drive
      if (!inGesture && now.drive !== documentBefore) saver.changed(now.drive, labelOf(before, now))
    })
    const online = () => saver.tryNow()
    window.addEventListener('online', online)
    return () => {
      unsubscribe()
      tabs.close()
      deaf()
      clearTimeout(soon)
      window.removeEventListener('online', online)
      saver.stop()
      void queries.invalidateQueries({ queryKey: driveKeys.lists })
    }
  }, [store, saver, onSaved, queries, record.id])

  const atRisk = saveState.is === 'away' && !saveState.kept
  useEffect(() => {
    if (!atRisk) return undefined
    const hold = (event: BeforeUnloadEvent) => event.preventDefault()
    addEventListener('beforeunload', hold)
    return () => removeEventListener('beforeunload', hold)
  }, [atRisk])

  return { open: open.current, saveState }
}

function openBench(record: DriveRecord, onState: (state: SaveState) => void): OwnBench {
  const onSaved: OwnBench['onSaved'] = { tell: () => undefined }
  const store = createBenchStore(record.document)
  const saver = new Saver(
    {
      send: async (save) => {
        const saved = await saveDrive(record.id, save)
        onSaved.tell(saved)
        return saved
      },
      shelf: browserShelf(record.id, { person: usePreferences.getState().person }),
      newId,
      onState,
    },
    record,
  )
  return { store, saver, onSaved }
}

/** What led from one state to the next, in the words of the step that did or undid it. */
function labelOf(before: BenchState, now: BenchState): string | undefined {
  if (now.future.length > before.future.length) return `undo: ${now.future[0]?.label ?? ''}`
  return now.past.at(-1)?.label
}
