import { beltLabel, type LabelReading, leftUnsaid, type Section } from '@emery/core/sections'
import styles from './label-readings.module.css'
import { useLengths } from './use-lengths.ts'
import { VerdictMark } from './verdict-mark.tsx'

const LENGTH_LINES = { effective: 'effective length', outside: 'outside length', pitch: 'pitch length' } as const

interface LabelReadingsProps {
  readonly meant: readonly LabelReading[]
  readonly picked: number | null
  readonly section: Section | null
  readonly onPick: (index: number) => void
}

/** Readings shown of a mark that can mean many things. */
const MAX_MEANINGS = 4

/** What a mark can mean, the likeliest first; one is meant. */
export function LabelReadings({ meant, picked, section, onPick }: LabelReadingsProps) {
  const lengths = useLengths()
  if (meant.length === 0) return null
  return (
    <ul className={styles['meanings']} aria-label="What the label can mean">
      {meant.slice(0, MAX_MEANINGS).map((reading, i) => (
        <li key={`${reading.notation} ${reading.section} ${reading.ribs}`}>
          <button type="button" aria-pressed={i === picked} onClick={() => onPick(i)}>
            <b className="figures">{beltLabel(reading.section, reading.ribs, reading.length)}</b>
            <span>
              {LENGTH_LINES[reading.lengthAt]} {lengths.text(reading.length)}, {lengths.other(reading.length)}
              <small>{leftUnsaid(reading)}</small>
              {section !== null && reading.section !== section && (
                <small data-wrong>
                  <VerdictMark verdict="act" label="" size={12} /> This drive’s belt is {section}: saved, but not
                  counted.
                </small>
              )}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}
