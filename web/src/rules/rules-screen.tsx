import { SearchOutlined } from '@ant-design/icons'
import { useQuery } from '@tanstack/react-query'
import { Button, Input } from 'antd'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { RULE_GROUPS, RULES, type Rule, type RuleGroup } from '@emery/core/rules'
import { rulesQuery } from './rules-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useMay } from '../people/use-may.ts'
import { RuleRow } from './rule-row.tsx'
import styles from './rules.module.css'
import stacked from '../ui/stacked-table.module.css'
import { Term } from '../ui/term.tsx'

const GROUPS: Readonly<Record<RuleGroup, { readonly title: string; readonly used: string }>> = {
  accessories: {
    title: 'Accessories: useful speeds',
    used: 'Used in Speeds: the verdict on each part and the bands of the chart. A part’s own figure goes first.',
  },
  time: {
    title: 'Time out of range',
    used: 'Used in Speeds: the share of time from which a part is “watch” or “act”.',
  },
  belts: { title: 'Belts: highest speeds', used: 'Used in Speeds and in the list of faults.' },
  pulleys: {
    title: 'Pulleys: smallest sizes',
    used: 'Used in Speeds: pulleys offered for a speed, and the best sizes.',
  },
  wraps: {
    title: 'Wraps and clearance',
    used: 'Used in Route and Length: what slips first, what rubs. A shaft’s own minimum wrap goes first.',
  },
  loads: {
    title: 'Accessories: loads',
    used: 'Used in Tension and Noise while a part’s own load is not read. What a supercharger or jackshaft takes, nobody can say for it.',
  },
  wear: {
    title: 'Wear',
    used: 'Used in Inspection: each verdict, what to watch and until when, when a belt’s life ends. In Tension: depth in a groove.',
  },
  shop: { title: 'Workshop', used: 'Used in jobs, their sheets and the parts of the week.' },
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
        Loading rules …
      </p>
    )
  if (data === undefined)
    return (
      <Notice title="The rules could not be loaded" detail={error.message}>
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
          Own values ({own})
        </Button>
      </div>
      <p className={styles['soft']}>
        The limits behind every verdict. <Term of="nominal">Nominal</Term> values are averages of published practice.
        Set your own and it applies to every drive at once. The vehicle’s own service data goes before any of them.
        {!mayLead && ' Only a lead can change them.'}
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
                <table className={`${styles['table'] ?? ''} ${stacked['table'] ?? ''}`}>
                  <thead>
                    <tr>
                      <th scope="col">of</th>
                      <th scope="col">what</th>
                      <th scope="col">value</th>
                      <th scope="col">based on</th>
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
          {ownOnly && own === 0 ? 'No own values yet: every value is nominal.' : `No rule matches “${search}”.`}
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
