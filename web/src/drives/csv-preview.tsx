import { Input, Modal, Segmented, Select } from 'antd'
import { useMemo, useState } from 'react'
import { newDrive, type CheckedDrive, type DriveDocument, type Turn } from '@emery/core/drive'
import { readPulleysCsv, type CsvRead } from '@emery/core/exchange'
import styles from './drives-screen.module.css'

interface CsvPreviewProps {
  readonly file: string
  /** The file's content. */
  readonly text: string
  readonly onTake: (document: DriveDocument) => void
  readonly onClose: () => void
}

/** What a table of pulleys came to, and what of it could not be read, before it becomes a drive. */
export function CsvPreview({ file, text, onTake, onClose }: CsvPreviewProps) {
  const { shafts, problems } = useMemo(() => readPulleysCsv(text), [text])
  const [name, setName] = useState(file.replace(/\.csv$/i, ''))
  const [crankTurns, setCrankTurns] = useState<Turn>('cw')
  const [crank, setCrank] = useState(
    shafts.find(({ shaft }) => shaft.kind === 'crank')?.shaft.id ?? shafts[0]?.shaft.id ?? '',
  )
  return (
    <Modal
      open
      width={760}
      title={`${file}: ${shafts.length} parts`}
      okText="Create a drive"
      okButtonProps={{ disabled: shafts.length === 0 }}
      onOk={() => onTake(driveOf({ shafts, name: name.trim() === '' ? 'Import CSV' : name.trim(), crankTurns, crank }))}
      onCancel={onClose}
    >
      {problems.length > 0 && (
        <section role="alert">
          <h3>Could not be read</h3>
          <ul>
            {problems.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      )}
      {shafts.length > 0 && (
        <>
          <div className={styles['csvFields']}>
            <label>
              Name <Input value={name} maxLength={120} onChange={(event) => setName(event.target.value)} />
            </label>
            <label>
              Crank
              <Select
                aria-label="Crank"
                value={crank}
                options={shafts.map(({ shaft }) => ({ value: shaft.id, label: shaft.name }))}
                onChange={setCrank}
              />
            </label>
            <label>
              Direction
              <Segmented
                value={crankTurns}
                options={[
                  { value: 'cw', label: 'clockwise' },
                  { value: 'ccw', label: 'counter-clockwise' },
                ]}
                onChange={setCrankTurns}
              />
            </label>
          </div>
          <table className={styles['csvTable']} aria-label="Imported parts">
            <thead>
              <tr>
                <th>part</th>
                <th>kind</th>
                <th>face</th>
                <th>size</th>
                <th>place</th>
              </tr>
            </thead>
            <tbody>
              {shafts.flatMap(({ shaft, pulleys }) =>
                pulleys.map((pulley) => (
                  <tr key={pulley.id}>
                    <td>{shaft.name}</td>
                    <td>{shaft.kind}</td>
                    <td>{pulley.face}</td>
                    <td className="figures">
                      {pulley.face === 'toothed' ? `${pulley.teeth ?? '–'} teeth` : (pulley.diameter ?? '–')}
                    </td>
                    <td className="figures">{shaft.x === null ? '–' : `${shaft.x}, ${shaft.y ?? 0}`}</td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
        </>
      )}
    </Modal>
  )
}

interface TableDrive {
  readonly shafts: CsvRead['shafts']
  readonly name: string
  readonly crankTurns: Turn
  readonly crank: string
}

/** A drive of a table's parts, with a belt for every section they are cut for, not threaded yet. */
export function driveOf({ shafts, name, crankTurns, crank }: TableDrive): DriveDocument {
  const pulleys = shafts.flatMap((each) => each.pulleys)
  const sections = [...new Set(pulleys.flatMap((pulley) => (pulley.face === 'smooth' ? [] : [pulley.section])))]
  const ribs = Math.min(...pulleys.flatMap((pulley) => (pulley.face === 'ribbed' ? [pulley.grooves] : [])), 30)
  const empty = newDrive({
    name,
    crankTurns,
    parts: [],
    belts: sections.map((section, i) => ({ name: i === 0 ? 'Main belt' : `Belt ${i + 1}`, section, ribs })),
  })
  return {
    ...empty,
    shafts: shafts.map(({ shaft }) => ({
      ...shaft,
      kind: shaft.id === crank ? 'crank' : shaft.kind === 'crank' ? 'other' : shaft.kind,
      // The crank stands somewhere; without a place it is the origin.
      ...(shaft.id === crank && shaft.x === null ? { x: 0, y: 0 } : {}),
    })),
    pulleys,
  } as unknown as CheckedDrive
}
