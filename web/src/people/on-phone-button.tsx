import { MobileOutlined } from '@ant-design/icons'
import { Button } from 'antd'
import { PHONE_UPRIGHT, useMedia } from '../ui/use-media.ts'
import { useHandOver } from './hand-over-store.ts'

interface OnPhoneButtonProps {
  /** The place, where it is not the one that is open. */
  readonly path?: string
  readonly children?: string
}

/** Beside whatever wants a picture or a sound: opens the same place on a phone, whose camera and microphone are at the engine. */
export function OnPhoneButton({ path, children = 'On a phone' }: OnPhoneButtonProps) {
  const show = useHandOver((state) => state.show)
  if (useMedia(PHONE_UPRIGHT)) return null
  return (
    <Button icon={<MobileOutlined aria-hidden />} onClick={() => show(path)}>
      {children}
    </Button>
  )
}
