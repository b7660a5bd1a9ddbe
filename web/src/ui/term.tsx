import { Tooltip } from 'antd'
import { TERMS, type TermName } from '@emery/core/glossary'
import styles from './term.module.css'

interface TermProps {
  readonly of: TermName
  /** The word as it stands in its sentence. */
  readonly children: string
}

/** A word of the field, underlined; a touch, the pointer or the keyboard explains it as docs/glossary.md does. */
export function Term({ of, children }: TermProps) {
  const { name, symbol, meaning } = TERMS[of]
  return (
    <Tooltip title={`${name}${symbol === '' ? '' : ` (${symbol})`}: ${meaning}`} trigger={['hover', 'focus', 'click']}>
      <button type="button" className={styles['term']}>
        {children}
      </button>
    </Tooltip>
  )
}
