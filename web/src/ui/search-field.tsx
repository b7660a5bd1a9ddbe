import { SearchOutlined } from '@ant-design/icons'
import { Input, type InputRef } from 'antd'
import { useEffect, useRef, useState } from 'react'

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
  const field = useRef<InputRef>(null)
  useEffect(() => {
    if (field.current?.input !== document.activeElement) setWords(value)
  }, [value])
  return (
    <Input
      ref={field}
      className={className ?? ''}
      prefix={<SearchOutlined aria-hidden />}
      placeholder={placeholder}
      aria-label={label}
      allowClear
      value={words}
      onChange={({ target }) => {
        setWords(target.value)
        onChange(target.value)
      }}
    />
  )
}
