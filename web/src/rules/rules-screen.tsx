import { SearchOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { RULE_GROUPS, RULES, type Rule, type RuleGroup } from '@emery/core'
import { rulesQuery } from '../api/rules.ts'
import { Notice } from '../app/notice.tsx'
import { useTopBar } from '../app/top-bar.ts'
import { useMay } from '../people/use-may.ts'
import { RuleRow } from './rule-row.tsx'
import styles from './rules.module.css'

const GROUPS: Readonly<Record<RuleGroup, { readonly title: string; readonly used: string }>> = {
  accessories: {
    title: 'Accessories: useful speeds',
    used: 'Speeds: the verdict on each part, the bands of the chart. What stands on the part itself goes first.',
  },
  time: {
    title: 'Time out of range',
    used: 'Speeds: from when a part is worth a look, and from when it has to be mended.',
  },
  belts: { title: 'Belts: highest speeds', used: 'Speeds, and the list of what is wrong.' },
  pulleys: { title: 'Pulleys: smallest sizes', used: 'Speeds: pulleys offered for a wanted speed, and the best set.' },
  wraps: {
    title: 'Wraps and clearance',
    used: 'Route and Length: what slips first, what rubs. A shaft’s own least wrap goes first.',
  },
  wear: {
    title: 'Wear',
    used: 'Walkround: each verdict, what is watched and until when, when a belt’s life ends. Tension: depth in a groove.',
  },
}

/** Every value the verdicts rest on: nominal, or as this workshop has set it. */
export function RulesScreen() {
  const { data, error, isPending, refetch } = useQuery(rulesQuery())
  const [search, setSearch] = useState('')
  const [ownOnly, setOwnOnly] = useState(false)
  const mayLead = useMay('lead')
  useTopBar(useMemo(() => ({ title: <strong>Rules</strong>, commands: [] }), []))
  if (isPending)
    return (
      <p role="status" className={styles['page']}>
        Fetching the rules …
      </p>
    )
  if (data === undefined)
    return (
      <Notice title="The rules cannot be fetched" detail={error.message}>
        <Button onClick={() => void refetch()}>Try again</Button>
      </Notice>
    )
  const touched = new Map(data.map((rule) => [rule.key, rule]))
  const isOwn = ({ key }: Rule) => touched.get(key)?.value != null
  const shown = RULES.filter((rule) => matches(rule, search) && (!ownOnly || isOwn(rule)))
  const own = RULES.filter(isOwn).length
  return (
    <div className={styles['page']}>
      <div className={styles['head']}>
        <h1>Rules</h1>
        <Input
          size="large"
          prefix={<SearchOutlined aria-hidden />}
          placeholder="Alternator, wrap, V13 …"
          aria-label="Search the rules"
          allowClear
          maxLength={60}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <Button
          size="large"
          aria-pressed={ownOnly}
          type={ownOnly ? 'primary' : 'default'}
          onClick={() => setOwnOnly(!ownOnly)}
        >
          Set by us ({own})
        </Button>
      </div>
      <p className={styles['soft']}>
        What verdicts rest on. <em>Nominal</em> values are averages of practice, not laws: set your own, and it counts
        on every drive at once. The vehicle’s own service data goes before any of them.
        {!mayLead && ' Only a lead sets them; here they can be read.'}
      </p>
      <p>
        <Link className={styles['way'] ?? ''} to="/rules/noise">
          Noise: causes, tests and likelihoods
        </Link>
      </p>
      {RULE_GROUPS.map((group) => {
        const rules = shown.filter((rule) => rule.group === group)
        return (
          rules.length > 0 && (
            <section key={group} className={styles['group']} aria-labelledby={`rules-${group}`}>
              <h2 id={`rules-${group}`}>{GROUPS[group].title}</h2>
              <p className={styles['soft']}>{GROUPS[group].used}</p>
              <fieldset className={styles['set']} disabled={!mayLead}>
                <table className={styles['table']}>
                  <thead>
                    <tr>
                      <th scope="col">of</th>
                      <th scope="col">what</th>
                      <th scope="col">value</th>
                      <th scope="col">rests on</th>
                      <th scope="col">why</th>
                    </tr>
                  </thead>
                  <tbody>
                    {rules.map((rule) => (
                      <RuleRow key={rule.key} rule={rule} touched={touched.get(rule.key)} />
                    ))}
                  </tbody>
                </table>
              </fieldset>
            </section>
          )
        )
      })}
      {shown.length === 0 && (
        <p role="status">
          {ownOnly && own === 0
            ? 'Nothing is set otherwise: every value is nominal.'
            : `No rule speaks of “${search}”.`}
        </p>
      )}
    </div>
  )
}

function matches({ subject, what, why }: Rule, search: string): boolean {
  const words = search.toLowerCase().split(/\s+/)
  const text = `${subject} ${what} ${why}`.toLowerCase()
  return words.every((word) => text.includes(word))
}
