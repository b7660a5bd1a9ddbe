import { useQuery } from '@tanstack/react-query'
import { Input, Modal } from 'antd'
import { useDeferredValue, useState, type KeyboardEvent } from 'react'
import { useNavigate } from 'react-router'
import { JOB_STAGES, type Found } from '@emery/core/api'
import { driveListQuery } from '../drives/drives-api.ts'
import { searchQuery } from './search-api.ts'
import { STAGE_WORDS } from '../jobs/stage-words.ts'
import styles from './command-palette.module.css'
import type { Command } from '../ui/top-bar.ts'

interface PaletteProps {
  readonly open: boolean
  readonly onClose: () => void
  readonly commands: readonly Command[]
}

interface Choice {
  readonly id: string
  readonly label: string
  readonly hint: string
  readonly run: () => void
}

/** Finds a vehicle, a drive, a job or a belt, or does a command, by typing parts of its name. */
export function CommandPalette({ open, onClose, commands }: PaletteProps) {
  return (
    <Modal
      open={open}
      onCancel={onClose}
      footer={null}
      closable={false}
      width={560}
      destroyOnHidden
      title="Search or run a command"
    >
      <Finder onClose={onClose} commands={commands} />
    </Modal>
  )
}

function Finder({ onClose, commands }: Omit<PaletteProps, 'open'>) {
  const [words, setWords] = useState('')
  const [marked, setMarked] = useState(0)
  const navigate = useNavigate()
  const { data } = useQuery(driveListQuery(''))
  const { data: found } = useQuery(searchQuery(useDeferredValue(words.trim())))

  const matches = (text: string) =>
    words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => text.toLowerCase().includes(word))
  const drives: readonly Choice[] = (data?.drives ?? []).map(({ id, vehicle, document }) => ({
    id,
    label: [vehicle?.name, document.name].filter(Boolean).join(', '),
    hint: vehicle?.plate ?? '',
    run: () => void navigate(`/drives/${id}`),
  }))
  const doable: readonly Choice[] = commands
    .filter(({ id, can }) => id !== 'find' && can?.() !== false)
    .map(({ id, label, keys, run }) => ({ id, label, hint: keys ?? '', run }))
  const elsewhere: readonly Choice[] = (words.trim() === '' ? [] : (found ?? [])).map((each) => ({
    id: `${each.kind}-${each.id}`,
    label: each.title,
    hint: [KIND_WORDS[each.kind], hintOf(each)].filter((part) => part !== '').join(' · '),
    run: () => void navigate(addressOf(each)),
  }))
  const near = [...doable, ...drives].filter(({ label, hint }) => matches(`${label} ${hint}`))
  const known = new Set(near.map(({ id }) => `drive-${id}`))
  const choices = [...near, ...elsewhere.filter(({ id }) => !known.has(id))].slice(0, 14)
  const current = Math.min(marked, choices.length - 1)

  const take = (choice: Choice | undefined) => {
    if (choice === undefined) return
    onClose()
    choice.run()
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (step !== undefined) {
      event.preventDefault()
      setMarked((choices.length + current + step) % Math.max(1, choices.length))
    } else if (event.key === 'Enter') {
      event.preventDefault()
      take(choices[current])
    }
  }

  return (
    <div className={styles['finder']} onKeyDown={onKeyDown}>
      <Input
        autoFocus
        size="large"
        placeholder="Vehicle, plate, drive, job, belt or command"
        aria-label="Search or run a command"
        role="combobox"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={choices[current] === undefined ? undefined : `found-${choices[current].id}`}
        value={words}
        onChange={(event) => {
          setWords(event.target.value)
          setMarked(0)
        }}
      />
      <ul id="found" role="listbox" aria-label="Found">
        {choices.map((choice, i) => (
          <li
            key={choice.id}
            id={`found-${choice.id}`}
            role="option"
            aria-selected={i === current}
            onPointerEnter={() => setMarked(i)}
            onClick={() => take(choice)}
          >
            <span>{choice.label}</span>
            <kbd>{choice.hint}</kbd>
          </li>
        ))}
      </ul>
      {choices.length === 0 && <p>No results.</p>}
    </div>
  )
}

const KIND_WORDS: Readonly<Record<Found['kind'], string>> = {
  vehicle: 'vehicle',
  drive: 'drive',
  job: 'job',
  belt: 'belt on the shelf',
}

/** A job's hint is its stage, which has a word of its own on every screen. */
function hintOf({ kind, hint }: Found): string {
  const stage = JOB_STAGES.find((each) => kind === 'job' && each === hint)
  return stage === undefined ? hint : STAGE_WORDS[stage].toLowerCase()
}

function addressOf({ kind, id, driveId, title }: Found): string {
  if (kind === 'vehicle') return `/vehicles/${id}`
  if (kind === 'drive') return `/drives/${id}`
  return kind === 'job' ? `/drives/${driveId ?? ''}/belt-change?job=${id}` : `/shelf?q=${encodeURIComponent(title)}`
}
