import { useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import type { DriveRecord } from '@emery/core/api'
import type { Command } from '../ui/top-bar.ts'
import { jobsQuery } from '../jobs/jobs-api.ts'
import { useDeleteDrive } from '../drives/use-delete-drive.tsx'
import { STEPS, type StepId } from '../bench/panels/steps.ts'
import type { BenchStore, WorkingSubject } from '../bench/store/bench-store.ts'
import type { OpenBench } from '../bench/use-bench-store.ts'
import { tell } from '../ui/tell.ts'

/** Everything that can be done at the bench; keys, buttons and the palette all use these. */
export function useBenchCommands(
  record: DriveRecord,
  { store, saver }: OpenBench,
  openExport: () => void,
): readonly Command[] {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const remove = useDeleteDrive()
  return useMemo(() => {
    // Back leads through the steps; the step that is shown is not gone to again.
    const go = (step: StepId) => {
      const address = `/drives/${record.id}/${step}`
      if (location.pathname !== address) void navigate(address)
    }
    const leaveFor = async (address: string) => {
      // What was just changed is a version too.
      await saver.flush()
      void navigate(address)
    }
    const removeThis = async () => {
      // What was just changed goes along, so that a drive brought back is the one that was deleted.
      await saver.flush()
      if (await remove({ id: record.id, name: store.getState().drive.name, version: saver.version }))
        void navigate('/drives')
    }
    const lastTime = async () => {
      const jobs = await queries.query({ ...jobsQuery(record.id), staleTime: 0 })
      const last = jobs
        .filter(({ closedAt }) => closedAt !== null)
        .toSorted((a, b) => ((a.closedAt ?? '') < (b.closedAt ?? '') ? 1 : -1))[0]
      if (last === undefined) tell.info('No job on this drive has been signed off yet.')
      else await leaveFor(`/drives/${record.id}/belt-change?job=${last.id}`)
    }
    return [
      ...STEPS.map(({ id, label }, i) => ({ id: `step-${id}`, label, keys: String(i + 1), run: () => go(id) })),
      {
        id: 'undo',
        label: 'Undo',
        keys: 'Ctrl Z',
        can: () => store.getState().past.length > 0,
        run: () => store.getState().undo(),
      },
      {
        id: 'redo',
        label: 'Redo',
        keys: 'Ctrl Shift Z',
        can: () => store.getState().future.length > 0,
        run: () => store.getState().redo(),
      },
      {
        id: 'redo-y',
        label: 'Redo, the other key',
        keys: 'Ctrl Y',
        can: () => store.getState().future.length > 0,
        run: () => store.getState().redo(),
      },
      { id: 'last-time', label: 'What did we do last time?', run: () => void lastTime() },
      { id: 'working', label: 'Working', keys: 'W', run: () => store.getState().showWorking(subjectOf(store)) },
      { id: 'next-pulley', label: 'Next pulley', keys: 'N', run: () => selectNext(store) },
      { id: 'export', label: 'Export this drive …', keys: 'E', run: openExport },
      {
        id: 'history',
        label: 'Versions: compare, bring back',
        keys: 'V',
        run: () => void leaveFor(`/drives/${record.id}/history`),
      },
      {
        id: 'run',
        label: 'Run it: see it turn, hear it, change something',
        keys: 'R',
        run: () => void leaveFor(`/run/${record.id}`),
      },
      {
        id: 'noise',
        label: 'Noise: find what makes the noise on this drive',
        run: () => void leaveFor(`/noise/${record.id}`),
      },
      {
        id: 'inspection',
        label: 'Inspection: check this drive for wear',
        run: () => void leaveFor(`/inspection/${record.id}`),
      },
      { id: 'print', label: 'Print', keys: 'Ctrl P', run: () => window.print() },
      { id: 'delete', label: 'Delete this drive', run: () => void removeThis() },
    ]
  }, [record.id, store, saver, navigate, queries, remove, openExport])
}

/** What the working is asked of: the ratio of the shaft in hand, else the length that the belt in hand should have. */
function subjectOf(store: BenchStore): WorkingSubject | null {
  const { drive, selected, beltInHand } = store.getState()
  const shaft = drive.pulleys.find(({ id }) => id === selected)?.shaft
  const isCrank = drive.shafts.find(({ id }) => id === shaft)?.kind === 'crank'
  if (shaft !== undefined && !isCrank) return { of: 'ratio', shaft }
  return beltInHand === null ? null : { of: 'wanted', belt: beltInHand }
}

/** Takes the next pulley along the belt in hand. */
function selectNext(store: BenchStore): void {
  const { drive, selected, beltInHand, select } = store.getState()
  const route = drive.belts.find(({ id }) => id === beltInHand)?.route ?? []
  const at = route.findIndex(({ pulley }) => pulley === selected)
  const next = route[(at + 1) % Math.max(1, route.length)]
  if (next !== undefined) select(next.pulley)
}
