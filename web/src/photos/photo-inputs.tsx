import { CameraOutlined, PictureOutlined } from '@ant-design/icons'
import { Button, type ButtonProps } from 'antd'
import { useRef, type ChangeEvent } from 'react'
import { OnPhoneButton } from '../people/on-phone-button.tsx'
import { useMedia } from '../ui/use-media.ts'

interface PhotoInputsProps extends Pick<ButtonProps, 'size' | 'type' | 'loading' | 'disabled'> {
  /** What the pictures are of, for those who hear the page. */
  readonly of: string
  /** What the button says that takes a picture from a file. */
  readonly fileLabel: string
  readonly onPicture: (picture: Blob, name: string) => void
}

/** The ways to come by a picture: the camera of whatever is in hand, a file, or the camera of a phone. */
export function PhotoInputs({ of, fileLabel, onPicture, ...button }: PhotoInputsProps) {
  const camera = useRef<HTMLInputElement>(null)
  const file = useRef<HTMLInputElement>(null)
  const inHand = useMedia('(pointer: coarse)')
  const taken = ({ target }: ChangeEvent<HTMLInputElement>) => {
    const picture = target.files?.[0]
    if (picture !== undefined) onPicture(picture, picture.name)
    target.value = ''
  }
  return (
    <>
      {inHand && (
        <Button {...button} icon={<CameraOutlined aria-hidden />} onClick={() => camera.current?.click()}>
          Take a photo
        </Button>
      )}
      <Button
        {...button}
        type={inHand ? 'default' : (button.type ?? 'default')}
        icon={<PictureOutlined aria-hidden />}
        onClick={() => file.current?.click()}
      >
        {fileLabel}
      </Button>
      <OnPhoneButton />
      <input
        ref={camera}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label={`Camera for ${of}`}
        onChange={taken}
      />
      <input ref={file} type="file" accept="image/*" hidden aria-label={`Photo of ${of}`} onChange={taken} />
    </>
  )
}
