import { Input } from 'antd'
import type { Belt } from '@emery/core/drive'
import { setBook } from '@emery/core/tension'
import { useBench } from '../../bench/bench-context.ts'
import { FigureField } from '../../bench/panels/figure-field.tsx'
import styles from '../tension.module.css'
import fields from '../../ui/fields.module.css'

/** What the vehicle’s book asks for; it goes before every nominal figure. */
export function BookTension({ belt }: { readonly belt: Belt }) {
  const { store } = useBench()
  const { edit } = store.getState()
  return (
    <details className={styles['book']} open={belt.book !== undefined}>
      <summary>What the vehicle’s book asks for</summary>
      <div className={fields['two']}>
        <FigureField
          what="enter the book’s tension"
          label="Used belt, N"
          value={belt.book?.used ?? null}
          onRead={(value) => setBook(belt.id, 'used', value)}
        />
        <FigureField
          what="enter the book’s tension"
          label="New belt, N"
          value={belt.book?.new ?? null}
          onRead={(value) => setBook(belt.id, 'new', value)}
        />
      </div>
      <label className={fields['line']}>
        <span>Book and page</span>
        <Input
          aria-label="Book and page"
          defaultValue={belt.book?.page ?? ''}
          maxLength={80}
          onBlur={({ currentTarget: { value } }) => {
            if (value.trim() !== (belt.book?.page ?? ''))
              edit('enter the book’s page', setBook(belt.id, 'page', value.trim()))
          }}
        />
      </label>
      {(belt.count ?? 1) > 1 && <p className="soft">For one belt of the set.</p>}
    </details>
  )
}
