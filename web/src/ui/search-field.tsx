import { SearchOutlined } from '@ant-design/icons'
import { useEffect, useRef, useState } from 'react'
import styles from './search-field.module.css'

interface SearchFieldProps {
  readonly label: string
  /** What can be typed. */
  readonly placeholder: string
  readonly className: string | undefined
  readonly value: string
  readonly onChange: (words: string) => void
}

/**
 * Where words are typed by which a list is narrowed.
 * What is typed stands at once; `value`, which may come by way of the address and so a moment later, is taken over
 * only while nobody types, or it would put back letters that were typed since.
 */
export function SearchField({ label, placeholder, className, value, onChange }: SearchFieldProps) {
  const [words, setWords] = useState(value)
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    if (field.current !== document.activeElement) setWords(value)
  }, [value])
  return (
    <span className={`${styles['search'] ?? ''} ${className ?? ''}`}>
      <SearchOutlined aria-hidden />
      <input
        ref={field}
        type="search"
        placeholder={placeholder}
        aria-label={label}
        value={words}
        onChange={({ target }) => {
          setWords(target.value)
          onChange(target.value)
        }}
      />
    </span>
  )
}
