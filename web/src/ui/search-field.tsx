import { SearchOutlined } from '@ant-design/icons'
import { Input } from 'antd'

interface SearchFieldProps {
  readonly label: string
  /** What can be typed. */
  readonly placeholder: string
  readonly className: string | undefined
  readonly value: string
  readonly onChange: (words: string) => void
}

/** Where words are typed by which a list is narrowed. */
export function SearchField({ label, placeholder, className, value, onChange }: SearchFieldProps) {
  return (
    <Input
      className={className ?? ''}
      prefix={<SearchOutlined aria-hidden />}
      placeholder={placeholder}
      aria-label={label}
      allowClear
      value={value}
      onChange={({ target }) => onChange(target.value)}
    />
  )
}
