import { Modal } from 'antd'
import type { ComponentProps } from 'react'
import { SignIn } from './sign-in.tsx'

/** Over the screen of someone whose session has ended: it stays as it is below. */
export function SignInAgain(props: Omit<ComponentProps<typeof SignIn>, 'within'>) {
  return (
    <Modal open closable={false} footer={null} width={520} title="You are signed out">
      <p>Your entries are kept. Sign in to continue.</p>
      <SignIn {...props} within />
    </Modal>
  )
}
