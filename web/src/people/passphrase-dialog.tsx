import { useMutation } from '@tanstack/react-query'
import { App, Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { LEAST_PASSPHRASE, type PersonRecord } from '@emery/core'
import { changeOwnPassphrase, setPassphrase } from '../api/people.ts'
import form from '../app/stacked-form.module.css'

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
  const { message } = App.useApp()
  const [old, setOld] = useState('')
  const [next, setNext] = useState('')
  const { mutate, error, isPending } = useMutation({
    mutationFn: async () => {
      if (of === undefined) await changeOwnPassphrase(old, next)
      else await setPassphrase(of.id, next)
    },
    onSuccess: () => {
      void message.success('The new passphrase holds; sessions begun with the old one have ended.')
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
          The one so far
          <Input.Password
            autoComplete="current-password"
            maxLength={200}
            value={old}
            onChange={({ target }) => setOld(target.value)}
          />
        </label>
      )}
      <label>
        The new one, at least {LEAST_PASSPHRASE} letters
        <Input.Password
          autoComplete="new-password"
          maxLength={200}
          value={next}
          onChange={({ target }) => setNext(target.value)}
        />
      </label>
      {error !== null && <p role="alert">{error.message}</p>}
      <Button type="primary" htmlType="submit" loading={isPending} disabled={next.length < LEAST_PASSPHRASE}>
        Set it
      </Button>
    </form>
  )
}
