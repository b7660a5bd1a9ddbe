import { UndoOutlined } from '@ant-design/icons'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { shopRulesOf, type ShopRule } from '@emery/core/api'
import { ruleRefusal, type Rule, type RuleUnit } from '@emery/core/rules'
import { RequestFailure } from '../api/client.ts'
import { rulesQuery, setRule } from './rules-api.ts'
import { ReadingField } from '../ui/reading-field.tsx'
import { useLengths, type Lengths } from '../ui/use-lengths.ts'
import styles from './rules.module.css'

const UNITS: Readonly<Record<RuleUnit, string>> = {
  rpm: 'rpm',
  'rpm/s': 'rpm/s',
  'kg·m²': 'kg·m²',
  A: 'A',
  'N·m': 'N·m',
  'm/s': 'm/s',
  mm: 'mm',
  deg: '°',
  teeth: 'teeth',
  share: '%',
  cracks: 'cracks',
  km: 'km',
  years: 'years',
  months: 'months',
  choice: '',
}

interface RuleRowProps {
  readonly rule: Rule
  /** Undefined while nobody has touched it. */
  readonly touched: ShopRule | undefined
}

/** One value, to be read and set; what cannot be is refused in a sentence, and the old value stays. */
export function RuleRow({ rule, touched }: RuleRowProps) {
  const { key, subject, what, why, unit, nominal, choices } = rule
  const lengths = useLengths()
  const queries = useQueryClient()
  const [refusal, setRefusal] = useState<string | null>(null)
  const value = touched?.value ?? nominal
  const own = touched?.value != null
  const { mutate, isPending } = useMutation({
    mutationFn: (next: number | null) => setRule(key, { value: next, basedOn: touched?.version ?? 0 }),
    onSuccess: () => queries.invalidateQueries({ queryKey: rulesQuery().queryKey }),
    onError: async (error) => {
      await queries.invalidateQueries({ queryKey: rulesQuery().queryKey })
      setRefusal(sentenceOf(error, (number) => written(number, unit, lengths)))
    },
  })
  const set = (next: number | null) => {
    const all = queries.getQueryData(rulesQuery().queryKey) ?? []
    const why = next === null ? undefined : ruleRefusal(shopRulesOf(all), key, next)
    setRefusal(why ?? null)
    if (why === undefined && next !== (touched?.value ?? null) && !(next === nominal && !own)) mutate(next)
    return why
  }
  const scale = unit === 'share' ? 100 : 1
  const label = `${subject}, ${what}`
  const take = (text: string) => {
    if (text.trim() === '') set(null)
    else set(Number(text.replace(',', '.')) / scale)
  }
  return (
    <tr data-own={own}>
      <th scope="row">{subject}</th>
      <td>{what}</td>
      <td className={styles['value']}>
        {choices !== undefined ? (
          <Select
            aria-label={label}
            value={value}
            options={choices.map((choice) => ({ ...choice }))}
            onChange={(next) => set(next)}
          />
        ) : unit === 'mm' ? (
          <ReadingField
            key={value}
            label={label}
            value={value}
            mayBeEmpty
            onRead={(mm) => {
              const why = set(mm)
              return why === undefined ? { ok: true } : { ok: false, message: why }
            }}
          />
        ) : (
          <label>
            <InputNumber
              key={value}
              aria-label={label}
              aria-invalid={refusal !== null}
              defaultValue={value * scale}
              suffix={UNITS[unit]}
              controls={false}
              onBlur={(event) => take(event.target.value)}
              onPressEnter={(event) => take((event.target as HTMLInputElement).value)}
            />
          </label>
        )}
      </td>
      <td className={styles['rests']}>
        {own ? (
          <>
            <strong>ours</strong>
            {touched.by !== '' && ` (${touched.by})`}
            <Button
              type="text"
              size="small"
              icon={<UndoOutlined aria-hidden />}
              loading={isPending}
              aria-label={`Back to nominal: ${label}`}
              onClick={() => set(null)}
            >
              nominal {choices?.find((choice) => choice.value === nominal)?.label ?? written(nominal, unit, lengths)}
            </Button>
          </>
        ) : (
          'nominal'
        )}
      </td>
      <td className={styles['why']}>
        {why}
        {refusal !== null && unit !== 'mm' && <p role="alert">{refusal}</p>}
      </td>
    </tr>
  )
}

function written(value: number, unit: RuleUnit, lengths: Lengths): string {
  if (unit === 'mm') return lengths.text(value)
  return `${unit === 'share' ? Math.round(1000 * value) / 10 : value} ${UNITS[unit]}`
}

function sentenceOf(error: Error, text: (value: number) => string): string {
  const conflict = error instanceof RequestFailure ? error.details.conflict : undefined
  if (conflict === undefined || !('key' in conflict.current)) return error.message
  const { value, by } = conflict.current
  const who = by === '' ? 'Someone' : by
  return `${who} set this ${value === null ? 'back to nominal' : `to ${text(value)}`} just now; that value is in use. Set it again to change it.`
}
