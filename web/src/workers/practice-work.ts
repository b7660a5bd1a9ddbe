import type { CheckedDrive } from '@emery/core/drive'
import type { Knowledge } from '@emery/core/noise'
import {
  exerciseOf,
  standingAfter,
  tellingOf,
  type Doing,
  type Exercise,
  type ExerciseKey,
  type Standing,
  type Telling,
} from '@emery/core/practice'
import type { RunFault } from '@emery/core/running'

/** What whoever does an exercise sees before they begin. */
export interface Opened {
  readonly drive: CheckedDrive
  readonly complaint: string
  readonly minutes: number
  readonly money: number
}

/** How it stands; what is still wrong goes to whatever runs the car, and is not shown. */
export interface Stands extends Omit<Standing, 'tests'> {
  readonly faults: readonly RunFault[]
}

/** What the worker does; the same works without one in tests. */
export class PracticeWork {
  private exercise: Exercise | null = null
  private standing: Standing | null = null

  constructor(private knowledge: Knowledge | null = null) {}

  open(key: ExerciseKey, drives: readonly CheckedDrive[], knowledge: Knowledge): Opened {
    this.knowledge = knowledge
    this.exercise = exerciseOf(key, drives)
    const { complaint, minutes, money, patient } = this.exercise
    this.stand([])
    return { drive: patient.car.whole.drive, complaint, minutes, money }
  }

  stand(doings: readonly Doing[]): Stands {
    const { exercise, knowledge } = this.opened()
    const { tests, ...rest } = standingAfter(exercise, knowledge, doings)
    this.standing = { ...rest, tests }
    return rest
  }

  /** What a test shows at one pulley of the car as it is now. */
  showAt(test: string, pulley: string): string | null {
    return this.standing?.tests.showAt(test, pulley) ?? null
  }

  /** mm by which a thumb presses a span in. */
  press(belt: number, position: number, newtons: number): number | null {
    return this.standing?.tests.press({ belt, position }, newtons) ?? null
  }

  telling(doings: readonly Doing[]): Telling {
    const { exercise, knowledge } = this.opened()
    return tellingOf(exercise, knowledge, doings)
  }

  private opened(): { readonly exercise: Exercise; readonly knowledge: Knowledge } {
    if (this.exercise === null || this.knowledge === null) throw new Error('No exercise has been opened.')
    return { exercise: this.exercise, knowledge: this.knowledge }
  }
}
