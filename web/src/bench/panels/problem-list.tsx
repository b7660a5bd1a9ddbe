import { allProblems, type Problem, type ProblemCode } from '@emery/core/solution'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../bench-context.ts'
import styles from './problem-list.module.css'
import { PanelSection } from '../../ui/panel.tsx'

const NONE: readonly ProblemCode[] = []

/** Everything wrong with the drive, in words; each points at the drawing while it is looked at, and takes its pulley in hand. What the step says better itself is left out (`without`). */
export function ProblemList({ without = NONE }: { readonly without?: readonly ProblemCode[] }) {
  const { solution } = useBench()
  const problems = allProblems(solution).filter(({ code }) => !without.includes(code))
  if (problems.length === 0) return null
  return (
    <PanelSection title="Needs attention">
      <ul>
        {problems.map((problem) => (
          <ProblemLine key={`${problem.code} ${problem.where.join(' ')}`} problem={problem} />
        ))}
      </ul>
    </PanelSection>
  )
}

function ProblemLine({ problem }: { readonly problem: Problem }) {
  const { store, settled, pointAt } = useBench()
  const pulley = settled.drive.pulleys.find(
    ({ id, shaft }) => problem.where.includes(id) || problem.where.includes(shaft),
  )
  const show = () => pointAt(problem.where)
  const hide = () => pointAt([])
  return (
    <li>
      <button
        type="button"
        className={styles['problem']}
        onPointerEnter={show}
        onPointerLeave={hide}
        onFocus={show}
        onBlur={hide}
        onClick={() => store.getState().select(pulley?.id ?? null)}
      >
        <VerdictMark verdict={problem.severity === 'error' ? 'act' : 'watch'} />
        <span>{problem.message}</span>
      </button>
    </li>
  )
}
