import { Button } from 'antd'
import { v4 as newId } from 'uuid'
import { isRouted } from '@emery/core/drive'
import { fitPulleys } from '@emery/core/resize'
import { wordingFor } from '@emery/core/solution'
import { explainFights, nominalSpeeds, type FightExplained, type SpeedJudgement } from '@emery/core/speeds'
import { stampNow } from '../ui/preferences.ts'
import { Caution } from '../ui/caution.tsx'
import { useLengths } from '../ui/use-lengths.ts'
import { Term } from '../ui/term.tsx'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { useBench } from '../bench/bench-context.ts'
import { PanelSection } from '../ui/panel.tsx'
import { PART_FIGURES_ID } from './part-figures.tsx'
import styles from './speeds.module.css'
import { useSpeeds } from './use-speeds.ts'

/** Parts that turn too fast or too slowly, and belts that fight, the gravest first; each with the way to mend it. */
export function Findings() {
  const { settled } = useBench()
  const { judged, worstFirst } = useSpeeds()
  const fights = explainFights(settled)
  const wrong = worstFirst.filter(({ verdict }) => verdict === 'act' || verdict === 'watch')
  const fan = wrong.some(
    ({ shaft, reasons }) => kindOf(shaft) === 'fan' && reasons.some((why) => why.startsWith('Too fast')),
  )
  if (judged.length === 0) return null
  return (
    <PanelSection label="Are these speeds right" title="Are these speeds right?">
      {fights.map((fight) => (
        <Fight key={`${fight.shaft} ${fight.belts.join(' ')}`} fight={fight} />
      ))}
      {wrong.map((judgement) => (
        <WrongSpeed key={judgement.shaft} judgement={judgement} />
      ))}
      {judged
        .filter(({ range }) => range.needsBlades)
        .map(({ shaft }) => (
          <UnknownBlades key={shaft} shaft={shaft} />
        ))}
      {fan && (
        <Caution>
          A fan that has run too fast may have cracked blades. Check every blade, and stand out of its plane.
        </Caution>
      )}
      {wrong.length === 0 && fights.length === 0 && (
        <p className={styles['finding']}>
          {settled.drive.belts.every(isRouted) && nominalSpeeds(settled.drive.engine).length > 0 ? (
            <>
              <VerdictMark verdict="unknown" label="" />
              <span>
                Every part stays within its limits at the nominal engine speeds. Enter how fast this engine idles and
                turns at most, below. <RestsOn judged={judged} />
              </span>
            </>
          ) : settled.drive.belts.every(isRouted) ? (
            <>
              <VerdictMark verdict="fine" label="" />
              <span>
                Every part stays within its limits for this vehicle use. <RestsOn judged={judged} />
              </span>
            </>
          ) : (
            <>
              <VerdictMark verdict="unknown" label="" />
              <span>Not judged yet: say in Route how each belt runs. The speeds are those of the belts as drawn.</span>
            </>
          )}
        </p>
      )}
    </PanelSection>
  )

  function kindOf(id: string) {
    return settled.drive.shafts.find((shaft) => shaft.id === id)?.kind
  }
}

/** Which limits nobody has read off the part, and which parts have none. */
function RestsOn({ judged }: { readonly judged: readonly SpeedJudgement[] }) {
  const { nameOf } = useSpeeds()
  const ends = ({ range }: SpeedJudgement) => [range.min, range.max].flatMap((end) => end ?? [])
  const names = (of: readonly SpeedJudgement[]) => of.map(({ shaft }) => nameOf(shaft)).join(', ')
  const nominal = judged.filter((each) => ends(each).some(({ restsOn }) => restsOn === 'nominal'))
  const none = judged.filter((each) => ends(each).length === 0)
  return (
    <span className="soft">
      {nominal.length > 0 && (
        <>
          The limits are <Term of="nominal">nominal</Term> for {names(nominal)}.{' '}
        </>
      )}
      {none.length > 0 && `No limit is known for ${names(none)}.`}
    </span>
  )
}

function WrongSpeed({ judgement: { shaft, verdict, reasons } }: { readonly judgement: SpeedJudgement }) {
  const { store } = useBench()
  const { nameOf } = useSpeeds()
  return (
    <div className={styles['finding']}>
      <VerdictMark verdict={verdict} />
      <div>
        <strong>{nameOf(shaft)}</strong>
        {reasons.map((why) => (
          <p key={why}>{why}</p>
        ))}
      </div>
      <Button
        onClick={() => store.getState().setSpeeds({ view: 'right', shaft, wanted: null })}
        aria-label={`Change the size for ${nameOf(shaft)}`}
      >
        Put right
      </Button>
    </div>
  )
}

/** A fan whose highest speed nobody can tell yet. */
function UnknownBlades({ shaft }: { readonly shaft: string }) {
  const { store } = useBench()
  const { nameOf } = useSpeeds()
  const give = () => {
    store.getState().setSpeeds({ shaft })
    // Its fields stand further down, and change with the shaft first.
    requestAnimationFrame(() => document.getElementById(PART_FIGURES_ID)?.scrollIntoView({ block: 'center' }))
  }
  return (
    <div className={styles['finding']}>
      <VerdictMark verdict="unknown" label="not known" />
      <p>
        How fast <strong>{nameOf(shaft)}</strong> may turn is not known. Measure across its blades.
      </p>
      <Button aria-label={`Enter the blade diameter of ${nameOf(shaft)}`} onClick={give}>
        Enter it
      </Button>
    </div>
  )
}

/** Two belts that would turn one shaft differently: by how much, what it does to them, and which size ends it. */
function Fight({ fight }: { readonly fight: FightExplained }) {
  const { store, settled } = useBench()
  const { nameOf } = useSpeeds()
  const lengths = useLengths()
  const { drive } = settled
  const words = wordingFor(drive)
  const beltName = (id: string) => {
    const belt = drive.belts.find((each) => each.id === id)
    return belt === undefined ? id : words.belt(belt)
  }
  const [first, second] = fight.belts.map(beltName) as [string, string]
  const { agreeAt, apart, rubbing, slips, opposed } = fight
  const pulley = drive.pulleys.find(({ id }) => id === agreeAt?.pulley)
  const size =
    agreeAt === null ? '' : agreeAt.unit === 'teeth' ? `${agreeAt.size} teeth` : `Ø ${lengths.text(agreeAt.size)}`
  return (
    <div className={styles['finding']}>
      <VerdictMark verdict="act" />
      <div>
        <strong>
          {first} and {second} drive at different speeds: {nameOf(fight.shaft)}
        </strong>
        <p>
          {opposed
            ? 'One would turn it clockwise, the other counter-clockwise.'
            : `${second} would turn it ${Math.abs(100 * (apart ?? 0)).toFixed(1)} % ${(apart ?? 0) > 0 ? 'faster' : 'slower'}${ratioWords(fight)}.`}{' '}
          {slips === null
            ? 'The slacker belt slips'
            : `${beltName(slips)} has to slip, because the other one is toothed`}
          , all the time
          {rubbing === null ? '' : `: ${rubbing.toFixed(1)} m/s of rubbing at cruise`}. It runs hot, glazes and sheds
          rubber. Tightening it only wears bearings.
        </p>
        {pulley !== undefined && (
          <p>
            They would agree with {words.pulley(pulley)} at {size}.
          </p>
        )}
        {opposed && <p>Turn one of them over on this shaft, in Route.</p>}
      </div>
      {agreeAt !== null && (
        <Button
          onClick={() =>
            store
              .getState()
              .edit(
                'make belts agree',
                fitPulleys([{ pulley: agreeAt.pulley, size: agreeAt.size, reading: newId() }], [], stampNow()),
              )
          }
        >
          Try it
        </Button>
      )}
    </div>
  )
}

function ratioWords({ ratios: [first, second] }: FightExplained): string {
  return first === null || second === null ? '' : ` (${first.toFixed(3)} and ${second.toFixed(3)} times the crank)`
}
