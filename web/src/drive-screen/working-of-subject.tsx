import { useMemo } from 'react'
import { effectsOf } from '@emery/core/length'
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import type { ShopRules } from '@emery/core/rules'
import {
  beltSpeedWorking,
  gripWorking,
  lengthWorking,
  ratioWorking,
  speedWorking,
  timeWorking,
  wantedWorking,
  type Working,
} from '@emery/core/working'
import { WorkingDrawer } from '../ui/working-drawer.tsx'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import { answerOf } from '../bench/use-length-answer.ts'
import type { WorkingSubject } from '../bench/store/bench-store.ts'

/** The number asked about, laid open. */
export function WorkingOfSubject() {
  const { store, settled, rules } = useBench()
  const subject = useBenchState((state) => state.working)
  const working = useMemo(
    () => (subject === null ? undefined : workingOf(settled, subject, rules)),
    [subject, settled, rules],
  )
  return <WorkingDrawer open={subject !== null} working={working} onClose={() => store.getState().showWorking(null)} />
}

function workingOf(settled: SettledDrive, subject: WorkingSubject, rules: ShopRules): Working | undefined {
  switch (subject.of) {
    case 'ratio':
      return ratioWorking(settled, subject.shaft)
    case 'speed':
      return speedWorking(settled, subject.shaft, subject.engineRpm)
    case 'time':
      return timeWorking(settled, subject.shaft, rules)
    case 'belt speed':
      return beltSpeedWorking(settled, subject.belt, subject.engineRpm)
    case 'grip':
      return gripWorking(settled, subject.belt, subject.point, subject.condition)
    case 'length':
      return lengthWorking(settled, subject.belt)
    case 'wanted': {
      const belt = settled.belts.find((each) => each.belt.id === subject.belt)
      const working = belt === undefined ? undefined : wantedOf(settled, belt)
      return working ?? lengthWorking(settled, subject.belt)
    }
  }
}

function wantedOf(settled: SettledDrive, belt: SettledBelt): Working | undefined {
  const answer = answerOf(settled, belt)
  return wantedWorking(belt.belt, answer, effectsOf(settled, belt, answer))
}
