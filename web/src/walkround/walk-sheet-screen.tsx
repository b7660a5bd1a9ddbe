import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import {
  checkOf,
  judgePart,
  settleDrive,
  wearParts,
  type DriveRecord,
  type Walkround,
  type WalkroundCheck,
} from '@emery/core'
import { driveQuery } from '../api/drives.ts'
import { walkroundsQuery } from '../api/walkrounds.ts'
import { Notice } from '../app/notice.tsx'
import { Sheet } from '../paper/sheet.tsx'
import paper from '../paper/sheet.module.css'
import { VerdictMark } from '../readings/verdict-mark.tsx'
import { Marked } from './check-photos.tsx'
import { walkTitle } from './past-walks.tsx'
import { WalkDrawing } from './walk-drawing.tsx'
import { MARK, WORD } from './walk-words.ts'

/** Pictures that fit on the page; the others stay on the screen. */
const PICTURES = 4

/** A walkround on one page: what it came to, what was seen, the drive’s picture with a mark on each part. */
export function WalkSheetScreen() {
  const { driveId = '', walkId = '' } = useParams()
  const { data: record, error } = useQuery(driveQuery(driveId))
  const { data: walkrounds, error: noWalks } = useQuery(walkroundsQuery(driveId))
  const walk = walkrounds?.find(({ id }) => id === walkId)
  const failure = error ?? noWalks
  if (record !== undefined && walk !== undefined) return <WalkSheet record={record} walk={walk} />
  if (failure !== null || walkrounds !== undefined)
    return (
      <Notice title="No such walkround" detail={failure?.message ?? 'It may have been struck out.'}>
        <Link to={`/walkround/${driveId}`}>Walkround</Link>
      </Notice>
    )
  return (
    <p role="status" style={{ padding: 32 }}>
      Fetching the walkround …
    </p>
  )
}

function WalkSheet({ record, walk }: { readonly record: DriveRecord; readonly walk: Walkround }) {
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
  const seen = walk.checks.filter(({ verdict }) => verdict === 'watch' || verdict === 'replace')
  const pictures = walk.checks.flatMap((check) => check.photos.map((photo) => ({ check, photo })))
  return (
    <Sheet
      record={record}
      name={`Walkround of ${walkTitle(walk)}`}
      back={{ to: `/walkround/${record.id}`, label: 'Back to the walkround' }}
    >
      <h1>Walkround, {walkTitle(walk)}</h1>
      <div className={paper['two']}>
        <section>
          <h2>What it came to</h2>
          <ul className={paper['lines']}>
            {walk.sum.map((line) => (
              <li key={line}>{line}</li>
            ))}
            {renewed.length > 0 && <li>New: {renewed.map(({ name }) => name).join(', ')}.</li>}
            {walk.note !== '' && <li>Note: {walk.note}</li>}
          </ul>
        </section>
        <WalkDrawing settled={settled} parts={parts} />
      </div>
      {seen.length > 0 && (
        <section>
          <h2>Seen</h2>
          <table className={paper['checks']}>
            <tbody>
              {seen.map((check) => (
                <tr key={`${check.part} ${check.check}`}>
                  <td>
                    <VerdictMark verdict={MARK[check.verdict]} label={WORD[check.verdict]} size={11} />
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
      <InOneLine title="Fine" checks={walk.checks.filter(({ verdict }) => verdict === 'ok')} />
      <InOneLine title="Could not be told" checks={walk.checks.filter(({ verdict }) => verdict === 'unknown')} />
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
  readonly checks: readonly WalkroundCheck[]
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
