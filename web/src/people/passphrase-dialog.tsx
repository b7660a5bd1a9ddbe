import { useMutation } from '@tanstack/react-query'
import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { MIN_PASSPHRASE, type PersonRecord } from '@emery/core/api'
import { changeOwnPassphrase, setPassphrase } from './people-api.ts'
import form from '../ui/stacked-form.module.css'
import { tell } from '../ui/tell.ts'

interface PassphraseDialogProps {
  readonly open: boolean
  readonly onClose: () => void
  /** Whose it is, where a lead sets it; without, it is one's own and the old one is asked for. */
  readonly of?: PersonRecord
}

export function PassphraseDialog({ open, onClose, of }: PassphraseDialogProps) {
  const title = of === undefined ? 'Change my passphrase' : `New passphrase for ${of.name}`
  return (
    <Modal open={open} onCancel={onClose} footer={null} title={title} destroyOnHidden>
      <Fields onClose={onClose} {...(of === undefined ? {} : { of })} />
    </Modal>
  )
}

function Fields({ onClose, of }: Omit<PassphraseDialogProps, 'open'>) {
  const [old, setOld] = useState('')
  const [next, setNext] = useState('')
  const { mutate, error, isPending } = useMutation({
    mutationFn: async () => {
      if (of === undefined) await changeOwnPassphrase(old, next)
      else await setPassphrase(of.id, next)
    },
    onSuccess: () => {
      tell.success('The passphrase is changed. Sessions with the old one have ended.')
      onClose()
    },
  })
  return (
    <form
      className={form['form']}
      onSubmit={(event) => {
        event.preventDefault()
        mutate()
      }}
    >
      {of === undefined && (
        <label>
          Current passphrase
          <Input.Password
            autoComplete="current-password"
            maxLength={200}
            value={old}
            onChange={({ target }) => setOld(target.value)}
          />
        </label>
      )}
      <label>
        New passphrase, at least {MIN_PASSPHRASE} letters
        <Input.Password
          autoComplete="new-password"
          maxLength={200}
          value={next}
          onChange={({ target }) => setNext(target.value)}
        />
      </label>
      {error !== null && <p role="alert">{error.message}</p>}
      <Button type="primary" htmlType="submit" loading={isPending} disabled={next.length < MIN_PASSPHRASE}>
        Change passphrase
      </Button>
    </form>
  )
}
