import { Button, Input, InputNumber } from 'antd'
import { useState } from 'react'
import { v4 as newId } from 'uuid'
import type { JobFields } from '@emery/core/api'
import { stampNow } from '../../ui/preferences.ts'
import { PanelSection } from '../../ui/panel.tsx'
import styles from './belt-change.module.css'
import { hoursText } from '../hours-text.ts'
import { useMoney } from '../../rules/use-money.ts'
import { PriceLine } from './price-line.tsx'
import type { JobEdit } from '../../job-edits/use-job.ts'

/** Who is on the job and what time they have spent. */
export function JobTime({
  job: { hands, time, labourPrice },
  onEdit,
}: {
  readonly job: Pick<JobFields, 'hands' | 'time' | 'labourPrice'>
  readonly onEdit: (how: JobEdit) => void
}) {
  const money = useMoney()
  const [minutes, setMinutes] = useState<number | null>(null)
  const [hand, setHand] = useState('')
  const spent = time.reduce((sum, each) => sum + each.minutes, 0)
  return (
    <PanelSection title="People and time">
      <p>
        {hands.length === 0 ? 'Nobody is assigned.' : `Assigned: ${hands.join(', ')}.`}
        {spent > 0 && ` ${hoursText(spent)} so far: ${byPerson(time)}.`}
      </p>
      <form
        className={styles['skip']}
        onSubmit={(event) => {
          event.preventDefault()
          const name = hand.trim()
          if (name !== '') onEdit((of) => ({ ...of, hands: [...of.hands.filter((each) => each !== name), name] }))
          setHand('')
        }}
      >
        <Input
          aria-label="Assign"
          placeholder="Name"
          maxLength={80}
          value={hand}
          onChange={({ target }) => setHand(target.value)}
        />
        <Button htmlType="submit" disabled={hand.trim() === ''}>
          Assign
        </Button>
      </form>
      <form
        className={styles['skip']}
        onSubmit={(event) => {
          event.preventDefault()
          if (minutes !== null)
            onEdit((of) => ({ ...of, time: [...of.time, { id: `t-${newId().slice(0, 8)}`, minutes, ...stampNow() }] }))
          setMinutes(null)
        }}
      >
        <InputNumber
          aria-label="Minutes"
          placeholder="Minutes"
          min={1}
          max={6000}
          precision={0}
          value={minutes}
          onChange={setMinutes}
          style={{ width: '100%' }}
        />
        <Button htmlType="submit" disabled={minutes === null}>
          Add my time
        </Button>
      </form>
      {money !== null && (
        <PriceLine
          label="Price of labour"
          value={labourPrice}
          onWrite={(price) => onEdit((of) => ({ ...of, labourPrice: price }))}
        />
      )}
    </PanelSection>
  )
}

function byPerson(time: JobFields['time']): string {
  const names = [...new Set(time.map(({ by }) => by))]
  return names
    .map((name) => {
      const sum = time.reduce((so, each) => so + (each.by === name ? each.minutes : 0), 0)
      return `${name === '' ? 'you' : name} ${hoursText(sum)}`
    })
    .join(', ')
}
