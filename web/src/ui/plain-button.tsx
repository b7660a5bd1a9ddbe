import type { ComponentProps } from 'react'
import styles from './plain-button.module.css'

interface PlainButtonProps extends Omit<ComponentProps<'button'>, 'type'> {
  /** The one that is meant first; a quiet one in a bar; any other. */
  readonly kind?: 'primary' | 'quiet' | 'usual'
}

/** A button as the control library draws it, for the frame and for screens that stand before that library is fetched. */
export function PlainButton({ kind = 'usual', className = '', ...rest }: PlainButtonProps) {
  return <button type="button" data-kind={kind} className={`${styles['button'] ?? ''} ${className}`} {...rest} />
}
