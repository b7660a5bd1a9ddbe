import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import type { DriveRecord, Inspection } from '@emery/core/api'
import { settleDrive } from '@emery/core/path'
import { checkOf, judgePart, wearParts, type InspectionCheck } from '@emery/core/wear'
import { driveQuery } from '../drives/drives-api.ts'
import { inspectionsQuery } from './inspections-api.ts'
import { Notice } from '../ui/notice.tsx'
import { Sheet } from '../ui/print/sheet.tsx'
import paper from '../ui/print/sheet.module.css'
import { VerdictMark } from '../ui/verdict-mark.tsx'
import { Marked } from './check-photos.tsx'
import { inspectionTitle } from './past-inspections.tsx'
import { InspectionDrawing } from './inspection-drawing.tsx'
import { WORD } from './inspection-words.ts'

/** Pictures that fit on the page; the others stay on the screen. */
const PICTURES = 4

/** An inspection on one page: what it came to, what was seen, the drive’s picture with a mark on each part. */
export function InspectionSheetScreen() {
  const { driveId = '', inspectionId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: inspections, error: noWalks } = useQuery(inspectionsQuery(driveId))
  const walk = inspections?.find(({ id }) => id === inspectionId)
  const failure = error ?? noWalks
  if (record !== undefined && walk !== undefined) return <WalkSheet record={record} walk={walk} />
  if (failure !== null || inspections !== undefined)
    return (
      <Notice title="Inspection not found" detail={failure?.message ?? 'It may have been deleted.'}>
        <Link to={`/inspection/${driveId}`}>Inspection</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Loading the inspection …
    </p>
  )
}

function WalkSheet({ record, walk }: { readonly record: DriveRecord; readonly walk: Inspection }) {
  const settled = useMemo(() => settleDrive(record.document), [record])
  const parts = useMemo(
    () =>
      wearParts(record.document).map((part) =>
        judgePart(
          part,
          walk.checks.filter((each) => each.part === part.id),
        ),
      ),
    [record, walk],
  )
  const renewed = wearParts(record.document).filter(({ id }) => walk.renewed.includes(id))
  const seen = walk.checks.filter(({ verdict }) => verdict === 'watch' || verdict === 'act')
  const pictures = walk.checks.flatMap((check) => check.photos.map((photo) => ({ check, photo })))
  return (
    <Sheet
      record={record}
      name={`Inspection of ${inspectionTitle(walk)}`}
      back={{ to: `/inspection/${record.id}`, label: 'Back to the inspection' }}
    >
      <h1>Inspection, {inspectionTitle(walk)}</h1>
      <div className={paper['two']}>
        <section>
          <h2>Summary</h2>
          <ul className={paper['lines']}>
            {walk.sum.map((line) => (
              <li key={line}>{line}</li>
            ))}
            {renewed.length > 0 && <li>New: {renewed.map(({ name }) => name).join(', ')}.</li>}
            {walk.note !== '' && <li>Note: {walk.note}</li>}
          </ul>
        </section>
        <InspectionDrawing settled={settled} parts={parts} />
      </div>
      {seen.length > 0 && (
        <section>
          <h2>Seen</h2>
          <table className={paper['checks']}>
            <tbody>
              {seen.map((check) => (
                <tr key={`${check.part} ${check.check}`}>
                  <td>
                    <VerdictMark verdict={check.verdict} label={WORD[check.verdict]} size={11} />
                  </td>
                  <th scope="row">{check.partName}</th>
                  <td>{checkOf(check.check).name}</td>
                  <td>
                    {check.reason}
                    {check.note === '' ? '' : ` “${check.note}”`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <InOneLine title="Fine" checks={walk.checks.filter(({ verdict }) => verdict === 'fine')} />
      <InOneLine title="Not possible to say" checks={walk.checks.filter(({ verdict }) => verdict === 'unknown')} />
      {pictures.length > 0 && (
        <section>
          <h2>Pictures{pictures.length > PICTURES ? `, ${PICTURES} of ${pictures.length}` : ''}</h2>
          <div className={paper['pictures']}>
            {pictures.slice(0, PICTURES).map(({ check, photo }) => (
              <figure key={photo.id}>
                <Marked photo={photo} />
                <figcaption>
                  {check.partName}, {checkOf(check.check).name.toLowerCase()}.{' '}
                  {photo.marks.map(({ words }, i) => `${i + 1}: ${words === '' ? 'here' : words}`).join('; ')}
                </figcaption>
              </figure>
            ))}
          </div>
        </section>
      )}
    </Sheet>
  )
}

interface InOneLineProps {
  readonly title: string
  readonly checks: readonly InspectionCheck[]
}

/** Checks of which only their names matter, so that the page stays one. */
function InOneLine({ title, checks }: InOneLineProps) {
  if (checks.length === 0) return null
  const words = checks.map(
    ({ partName, check, note }) =>
      `${partName}: ${checkOf(check).name.toLowerCase()}${note === '' ? '' : ` (${note})`}`,
  )
  return (
    <section>
      <h2>{title}</h2>
      <p>{words.join('; ')}.</p>
    </section>
  )
}
