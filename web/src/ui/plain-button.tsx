import type { ComponentProps } from 'react'
import styles from './plain-button.module.css'

/** The one that is meant first; a quiet one in a row or a bar; any other. */
type Kind = 'primary' | 'quiet' | 'usual'

interface PlainButtonProps extends Omit<ComponentProps<'button'>, 'type'> {
  readonly kind?: Kind
}

interface PlainLinkProps extends ComponentProps<'a'> {
  readonly kind?: Kind
}

/** A button as the control library draws it, for the frame and for screens that stand before that library is fetched. */
export function PlainButton({ kind = 'usual', className = '', ...rest }: PlainButtonProps) {
  return <button type="button" data-kind={kind} className={`${styles['button'] ?? ''} ${className}`} {...rest} />
}

/** The same as a way to something that is fetched. */
export function PlainLink({ kind = 'usual', className = '', ...rest }: PlainLinkProps) {
  return <a data-kind={kind} className={`${styles['button'] ?? ''} ${className}`} {...rest} />
}
