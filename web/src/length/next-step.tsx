import { Button } from 'antd'
import {
  lengthReadingName,
  nextReading,
  setLay,
  setStanding,
  type LengthAnswer,
  type NextReading,
} from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { wordingFor } from '@emery/core/solution'
import { useNavigate, useParams } from 'react-router'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { LayChoice } from './lay-choice.tsx'
import { adjusterWord, standingChoices } from './standings.ts'
import styles from './tried-on.module.css'

interface NextStepProps {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  /** Opens a reading of something laid round, with the adjuster at travel u. */
  readonly onLay: (u: number) => void
}

/** The one thing that would make the length more certain, where there is one, to be done or answered here. */
export function NextStep({ belt, answer, onLay }: NextStepProps) {
  const next = nextReading(answer, belt)
  if (next === null) return null
  return (
    <PanelSection title="Do this next">
      <Doing next={next} belt={belt} answer={answer} onLay={onLay} />
    </PanelSection>
  )
}

function Doing({ next, belt, answer, onLay }: NextStepProps & { readonly next: NextReading }) {
  const { store, settled } = useBench()
  const lengths = useLengths()
  const navigate = useNavigate()
  const { driveId = '' } = useParams()
  const { edit } = store.getState()
  const word = adjusterWord(belt)
  switch (next.do) {
    case 'strap':
      return (
        <>
          <p>
            Lay a strap along the belt’s route with the {word} at its {next.at}. {WHY[next.at]}
          </p>
          <Button onClick={() => onLay(next.at === 'slack end' ? 0 : 1)}>Enter the strap’s reading</Button>
        </>
      )
    case 'say how it lay':
      return (
        <>
          <p>{lengthReadingName(next.reading, lengths.text)}: how did it lie in the grooves?</p>
          {next.reading.how === 'aid' && (
            <LayChoice
              section={belt.belt.section}
              thickness={next.reading.thickness}
              lay={null}
              mayBeUnknown={false}
              onPick={(lay) => lay !== null && edit('say how it lay', setLay(next.reading.id, lay))}
            />
          )}
        </>
      )
    case 'look where it stands':
      return (
        <>
          <p>
            {lengthReadingName(next.reading, lengths.text)}: where did the {word} stand with it on?
          </p>
          <div className={styles['outcomes']} role="group" aria-label={`Where the ${word} stood`}>
            {standingChoices(belt, answer.unhung).map(({ words, ...standing }) => (
              <Button
                key={words}
                onClick={() => edit('say where the adjuster stood', setStanding(next.reading.id, standing))}
              >
                {words}
              </Button>
            ))}
          </div>
        </>
      )
    case 'read again':
      return (
        <p>{lengthReadingName(next.reading, lengths.text)} disagrees with the rest. Measure it again, or delete it.</p>
      )
    case 'measure again': {
      const name = (id: string) => {
        const pulley = settled.drive.pulleys.find((each) => each.id === id)
        return pulley === undefined ? id : wordingFor(settled.drive).pulley(pulley)
      }
      return (
        <>
          <p>
            The distances between pulleys disagree. {name(next.from)} to {name(next.to)} is the most doubtful: it reads{' '}
            {lengths.text(Math.abs(next.apart))} {next.apart > 0 ? 'longer' : 'shorter'} than the others make it.
            Measure it again.
          </p>
          <Button onClick={() => void navigate(`/drives/${driveId}/measure`)}>Go to Measure</Button>
        </>
      )
    }
  }
}

const WHY = {
  'slack end': 'It says most about the belt that goes on.',
  'tight end': 'It says how far the adjuster reaches.',
} as const
