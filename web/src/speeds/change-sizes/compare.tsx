import { Button, Modal } from 'antd'
import { useMemo } from 'react'
import { driveVersion, type DriveVersion } from '@emery/core/resize'
import { timeWords, type SpeedJudgement } from '@emery/core/speeds'
import { FIT_MARK } from '../../ui/fit-mark.ts'
import { useLengths } from '../../ui/use-lengths.ts'
import { VerdictMark } from '../../ui/verdict-mark.tsx'
import { useBench } from '../../bench/bench-context.ts'
import { useSpeeds } from '../use-speeds.ts'
import styles from './change-sizes.module.css'
import { pulleyName } from '../../ui/pulley-name.ts'
import { sizeText } from './size-text.ts'
import { useVersions } from './use-versions.ts'
import { useBeltName } from '../../ui/use-belt-name.ts'

/** The drive as it is beside one to three versions of it: pulleys, speeds, time out of range, belts, wraps; one is kept. */
export function Compare({ onClose }: { readonly onClose: () => void }) {
  const { settled, rules } = useBench()
  const { compared, nameOf } = useSpeeds()
  const lengths = useLengths()
  const beltName = useBeltName()
  const { putOn, toggleCompared } = useVersions()
  const versions = useMemo(
    () => [[], ...compared].map((sizes) => driveVersion(settled, sizes, { rules, lengthText: lengths.text })),
    [settled, compared, rules, lengths],
  )
  const changed = [...new Set(versions.flatMap(({ sizes }) => sizes.map(({ pulley }) => pulley)))]
  const belts = settled.drive.belts.filter(({ id }) =>
    versions.slice(1).some((each) => each.belts.some(({ belt }) => belt === id)),
  )
  const shafts = versions[0]?.shafts.filter(({ range }) => range.min !== null || range.max !== null) ?? []
  const moving = shafts.filter(({ shaft, ratio }) =>
    versions.some((each) => Math.abs((judgementOf(each, shaft)?.ratio ?? ratio) / ratio - 1) > 1e-4),
  )
  const { drive } = settled
  return (
    <Modal open width={1040} title="Side by side" footer={null} onCancel={onClose}>
      <div className={styles['compare']}>
        <table>
          <thead>
            <tr>
              <td />
              {versions.map((version, i) => (
                <th key={i} scope="col">
                  {i === 0 ? 'Now' : `Version ${i}`}
                  {!version.goes && <VerdictMark verdict="act" label="not possible" />}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {changed.map((pulley) => (
              <Row key={pulley} title={`${pulleyName(drive, pulley)} pulley`} versions={versions}>
                {({ sizes, settled: { drive: of } }) => {
                  const size = sizes.find((each) => each.pulley === pulley)?.size ?? sizeIn(of, pulley)
                  return (
                    <b data-changed={sizes.some((each) => each.pulley === pulley)}>
                      {sizeText(drive, { pulley, size }, lengths)}
                    </b>
                  )
                }}
              </Row>
            ))}
            {moving.map(({ shaft }) => (
              <Row key={shaft} title={nameOf(shaft)} note="rpm at idle, cruise, maximum" versions={versions}>
                {(version) => <ShaftCell judgement={judgementOf(version, shaft)} />}
              </Row>
            ))}
            {belts.map((belt) => (
              <Row key={belt.id} title={belt.name || belt.id} note="belt, adjuster, minimum wrap" versions={versions}>
                {(version) => {
                  const after = version.belts.find((each) => each.belt === belt.id)
                  const length =
                    after === undefined
                      ? (drive.belts.find((each) => each.id === belt.id)?.length ?? null)
                      : after.length
                  const fit = after?.fit ?? null
                  return (
                    <>
                      <span>
                        {fit !== null && <VerdictMark verdict={FIT_MARK[fit.verdict]} label={fit.verdict} size={12} />}{' '}
                        <b data-changed={after !== undefined && !after.stays}>
                          {length === null ? 'none fits' : beltName(belt, length)}
                        </b>
                      </span>
                      <span>
                        {fit?.u.new == null ? '' : `${Math.round(100 * fit.u.new)} % of travel`}
                        {after?.leastWrap == null ? '' : `, ${Math.round(after.leastWrap.angle)}° minimum`}
                      </span>
                    </>
                  )
                }}
              </Row>
            ))}
            <Row title="Time out of range" note="all parts together" versions={versions}>
              {({ shafts: all }) => <b>{timeWords(all.reduce((sum, { time }) => sum + time.below + time.above, 0))}</b>}
            </Row>
            <Row title="Needs attention" versions={versions}>
              {({ troubles }) =>
                troubles.length === 0
                  ? 'nothing new'
                  : troubles.map(({ message }) => <span key={message}>{message}</span>)
              }
            </Row>
          </tbody>
          <tfoot>
            <tr>
              <td />
              {versions.map((version, i) => (
                <td key={i}>
                  {i === 0 ? (
                    <Button onClick={onClose}>Keep as it is</Button>
                  ) : (
                    <>
                      <Button
                        type="primary"
                        disabled={!version.goes}
                        onClick={() => {
                          putOn(version)
                          onClose()
                        }}
                      >
                        Use version {i}
                      </Button>
                      <Button
                        type="text"
                        aria-label={`Remove version ${i}`}
                        onClick={() => toggleCompared(compared[i - 1] ?? [])}
                      >
                        Remove
                      </Button>
                    </>
                  )}
                </td>
              ))}
            </tr>
          </tfoot>
        </table>
      </div>
    </Modal>
  )
}

interface RowProps {
  readonly title: string
  readonly note?: string
  readonly versions: readonly DriveVersion[]
  readonly children: (version: DriveVersion) => React.ReactNode
}

function Row({ title, note, versions, children }: RowProps) {
  return (
    <tr>
      <th scope="row">
        {title}
        {note !== undefined && <small>{note}</small>}
      </th>
      {versions.map((version, i) => (
        <td key={i}>{children(version)}</td>
      ))}
    </tr>
  )
}

function ShaftCell({ judgement }: { readonly judgement: SpeedJudgement | undefined }) {
  if (judgement === undefined) return '–'
  const { rpm, verdict, time, reasons } = judgement
  const outside = time.below + time.above
  return (
    <>
      <span>
        <VerdictMark verdict={verdict} label={reasons[0] ?? verdict} size={12} />{' '}
        <span className="figures">{[rpm.idle, rpm.cruise, rpm.max].map(Math.round).join(' · ')}</span>
      </span>
      {outside > 0 && <span>out of range {timeWords(outside).replace(' of the time', '')}</span>}
    </>
  )
}

function judgementOf({ shafts }: DriveVersion, id: string): SpeedJudgement | undefined {
  return shafts.find(({ shaft }) => shaft === id)
}

function sizeIn({ pulleys }: DriveVersion['settled']['drive'], id: string): number {
  const pulley = pulleys.find((each) => each.id === id)
  return (pulley?.face === 'toothed' ? pulley.teeth : pulley?.diameter) ?? 0
}
