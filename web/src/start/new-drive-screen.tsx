import { DeleteOutlined, PlusOutlined } from '@ant-design/icons'
import { Button, Input, Segmented, Select } from 'antd'
import { useMemo, useState } from 'react'
import { newDrive, SHAFT_KIND_NAMES, type NewBelt, type ShaftKind, type Turn } from '@emery/core/drive'
import { familyOf, type Section } from '@emery/core/sections'
import { useBeginDrive } from '../drives/use-begin-drive.ts'
import { useTopBar } from '../ui/top-bar.ts'
import { CountInput } from '../ui/count-input.tsx'
import { sectionOptions } from '../ui/section-options.ts'
import { FrontToBack } from '../parts/front-to-back.tsx'
import { newPart, PartForm, type PartDraft } from '../parts/part-form.tsx'
import styles from './new-drive.module.css'
import { BeltsOn, MoreBelt, SideBySide } from './new-drive-belts.tsx'
import { OtherWaysToBegin } from './other-ways-to-begin.tsx'
import { TakesUp } from './takes-up.tsx'

/** Parts most engines have, in the order one meets them; the crank is always there. */
const COMMON = (Object.keys(SHAFT_KIND_NAMES) as ShaftKind[]).filter((kind) => kind !== 'crank')

/** Beginning with what can be seen: which parts are on this engine and what belt they share. Nothing needs measuring yet. */
export function NewDriveScreen() {
  const [name, setName] = useState('')
  const [crankTurns, setCrankTurns] = useState<Turn>('cw')
  const [section, setSection] = useState<Section>('PK')
  const [ribs, setRibs] = useState(6)
  const [more, setMore] = useState<readonly NewBelt[]>([])
  const [parts, setParts] = useState<readonly PartDraft[]>([])
  /** The belts by name, the nearest first; null while nobody has said. */
  const [order, setOrder] = useState<readonly string[] | null>(null)
  /** Belts that the crank does not drive itself, by their place in the list. */
  const [offCrank, setOffCrank] = useState<ReadonlySet<number>>(new Set())
  const [open, setOpen] = useState<number | null>(null)
  const { begin, refusal, busy } = useBeginDrive()
  useTopBar(useMemo(() => ({ title: <strong>New drive</strong>, commands: [] }), []))
  const [count, setCount] = useState(1)
  const belts: readonly NewBelt[] = [{ name: 'Main belt', section, ribs, count }, ...more]
  const onCrank = belts.flatMap((_, i) => (offCrank.has(i) ? [] : [i]))
  const add = (kind: ShaftKind) => {
    // With several belts the next part is most likely on the one that has none yet.
    const empty = belts.findIndex((_, i) => !parts.some((part) => part.belts.includes(i)))
    const name = freshName(SHAFT_KIND_NAMES[kind], parts)
    setParts([...parts, { ...newPart(kind, section, ribs), name, belts: [Math.max(0, empty)] }])
  }
  const changeBelt = (to: Section, toRibs: number) => {
    setSection(to)
    setRibs(toRibs)
    // Parts that were cut for the belt follow it; smooth ones stay smooth.
    setParts(parts.map((part) => (part.face === 'smooth' ? part : { ...part, ...cutFor(part, to, toRibs) })))
  }
  const start = () =>
    void begin(
      newDrive({
        name: name.trim() === '' ? 'New drive' : name.trim(),
        crankTurns,
        parts: [{ ...newPart('crank', section, ribs), belts: onCrank }, ...parts].map((part) => ({
          ...part,
          mustTurn: part.mustTurn ?? undefined,
        })),
        belts: belts.map((belt, i) => ({
          ...belt,
          fromFront: order === null ? undefined : order.indexOf(belt.name) + 1,
          takenUp: takenUpBy(i, parts),
        })),
      }),
      'started',
    )
  return (
    <div className={styles['page']}>
      <section>
        <h1>What is on this engine?</h1>
        <p className={styles['soft']}>
          Stand in front of the pulleys. You do not have to measure yet, and you can add parts later.
        </p>
        <div className={styles['row']}>
          <label className={styles['grow']}>
            Name of the drive
            <Input
              size="large"
              maxLength={120}
              placeholder="New drive"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label>
            The crank turns
            <Segmented
              size="large"
              value={crankTurns}
              options={[
                { value: 'cw', label: 'clockwise' },
                { value: 'ccw', label: 'counter-clockwise' },
              ]}
              onChange={setCrankTurns}
            />
          </label>
        </div>
        <div className={styles['row']}>
          <label className={styles['grow']}>
            The belt
            <Select
              size="large"
              aria-label="The belt"
              value={section}
              options={sectionOptions()}
              onChange={(to) => changeBelt(to, ribs)}
            />
          </label>
          {!familyOf(section).hasRibs && <SideBySide name="Main belt" count={count} onChange={setCount} />}
          {familyOf(section).hasRibs && (
            <CountInput label="Ribs" large max={30} value={ribs} onRead={(to) => changeBelt(section, to)} />
          )}
        </div>
        {more.map((belt, i) => (
          <MoreBelt
            key={belt.name}
            belt={belt}
            onChange={(to) => setMore(more.map((each, k) => (k === i ? to : each)))}
            onLeaveOut={() => {
              setMore(more.filter((_, k) => k !== i))
              setOrder(null)
              setOffCrank(new Set())
              // Parts keep the belts that are left, which move up by one.
              setParts(
                parts.map((part) => ({
                  ...part,
                  belts: part.belts.filter((k) => k !== i + 1).map((k) => (k > i + 1 ? k - 1 : k)),
                })),
              )
            }}
          />
        ))}
        <Button
          type="text"
          icon={<PlusOutlined aria-hidden />}
          onClick={() => {
            setMore([...more, { name: freshName('Belt', belts, 2), section: 'V13', ribs: 6 }])
            setOrder(null)
          }}
        >
          Add a belt
        </Button>
        <h2 className="heading">Tap every part with a pulley</h2>
        <div className={styles['kinds']}>
          {COMMON.map((kind) => (
            <button key={kind} type="button" onClick={() => add(kind)}>
              <PlusOutlined aria-hidden /> {SHAFT_KIND_NAMES[kind]}
            </button>
          ))}
        </div>
        <ol className={styles['parts']} aria-label="Parts of the drive">
          <li>
            <span>
              Crank <small>drives everything</small>
            </span>
            {belts.length > 1 && (
              <BeltsOn
                name="Crank"
                belts={belts}
                on={onCrank}
                onToggle={(k) =>
                  setOffCrank(new Set(belts.flatMap((_, i) => (offCrank.has(i) === (i !== k) ? [i] : []))))
                }
              />
            )}
          </li>
          {parts.map((part, i) => (
            <li key={i}>
              <span>
                {part.name} <small>{partWords(part, belts)}</small>
              </span>
              <Button
                type="text"
                aria-expanded={open === i}
                aria-label={`Change ${part.name}`}
                onClick={() => setOpen(open === i ? null : i)}
              >
                {open === i ? 'Done' : 'Change'}
              </Button>
              <Button
                type="text"
                aria-label={`Remove ${part.name}`}
                icon={<DeleteOutlined aria-hidden />}
                onClick={() => {
                  setParts(parts.filter((_, k) => k !== i))
                  setOpen(null)
                }}
              />
              {belts.length > 1 && (
                <BeltsOn
                  name={part.name}
                  belts={belts}
                  on={part.belts}
                  onToggle={(k) =>
                    setParts(parts.map((each, n) => (n === i ? { ...each, belts: toggled(each.belts, k) } : each)))
                  }
                />
              )}
              {open === i && (
                <div className={styles['change']}>
                  <PartForm
                    part={part}
                    shafts={[]}
                    onChange={(to) => setParts(parts.map((each, k) => (k === i ? to : each)))}
                  />
                </div>
              )}
            </li>
          ))}
        </ol>
        {belts.length > 1 && (
          <FrontToBack
            belts={(order ?? belts.map(({ name: belt }) => belt)).map((belt) => ({ id: belt, name: belt }))}
            said={order !== null}
            onSay={setOrder}
          />
        )}
        <TakesUp parts={parts} onChange={setParts} />
        <div className={styles['foot']}>
          {refusal !== null && <p role="alert">{refusal}</p>}
          <Button type="primary" size="large" loading={busy} onClick={start}>
            Start measuring
          </Button>
        </div>
      </section>
      <OtherWaysToBegin begin={begin} />
    </div>
  )
}

function toggled(belts: readonly number[], belt: number): readonly number[] {
  return belts.includes(belt) ? belts.filter((each) => each !== belt) : [...belts, belt].toSorted((a, b) => a - b)
}

/**
 * The adjuster of a belt: of its parts that take up slack the one on the fewest belts, since one that several share is there for the others.
 * The crank is the drive’s first part, and is not among these.
 */
function takenUpBy(belt: number, parts: readonly PartDraft[]): NewBelt['takenUp'] {
  return parts
    .flatMap(({ belts, takesUp: kind }, at) =>
      kind !== null && belts.includes(belt) ? [{ part: at + 1, kind, of: belts.length }] : [],
    )
    .toSorted((a, b) => a.of - b.of)
    .map(({ part, kind }) => ({ part, kind }))[0]
}

function freshName(name: string, parts: readonly { readonly name: string }[], first = 1): string {
  for (let n = first; ; n++) {
    const wanted = n === 1 ? name : `${name} ${n}`
    if (!parts.some((part) => part.name === wanted)) return wanted
  }
}

function cutFor(part: PartDraft, section: Section, ribs: number): Partial<PartDraft> {
  const { face, grooves } = newPart('other', section, ribs)
  return {
    face,
    section,
    grooves: part.face === face && part.section === section && !familyOf(section).hasRibs ? part.grooves : grooves,
  }
}

/** How a part is cut, for each belt it runs on: as it was described, or as another section asks for. */
function partWords(part: PartDraft, belts: readonly NewBelt[]): string {
  const runsOn = part.belts.flatMap((at) => belts[at] ?? [])
  const cuts =
    part.face === 'smooth' || runsOn.length === 0
      ? [cutWords(part)]
      : runsOn.map((belt) =>
          cutWords(
            belt.section === part.section
              ? part
              : { face: familyOf(belt.section).face, section: belt.section, grooves: belt.ribs },
          ),
        )
  const turns =
    part.mustTurn === null ? [] : [`must turn ${part.mustTurn === 'cw' ? 'clockwise' : 'counter-clockwise'}`]
  return [...cuts, ...turns].join(', ')
}

function cutWords({ face, section, grooves }: Pick<PartDraft, 'face' | 'section' | 'grooves'>): string {
  return { ribbed: `${grooves} grooves`, vee: section, toothed: section, smooth: 'smooth' }[face]
}
