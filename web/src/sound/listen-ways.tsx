import { AudioOutlined, ExperimentOutlined, FolderOpenOutlined } from '@ant-design/icons'
import { Button, Upload } from 'antd'
import { OnPhoneButton } from '../people/on-phone-button.tsx'
import { hasMicrophone, machineMicrophone, type Microphone } from './microphone.ts'

interface ListenWaysProps {
  /** What the button for the machine’s microphone says. */
  readonly listenLabel: string
  readonly onListen: (microphone: Microphone) => void
  readonly onLoad: (file: File) => void
  readonly simulatedLabel: string
  readonly onSimulated: () => void
}

/** The ways to come by a recording: the machine’s microphone where there is one, a file, or one that is made up. */
export function ListenWays({ listenLabel, onListen, onLoad, simulatedLabel, onSimulated }: ListenWaysProps) {
  return (
    <>
      {hasMicrophone() ? (
        <Button icon={<AudioOutlined aria-hidden />} onClick={() => onListen(machineMicrophone)}>
          {listenLabel}
        </Button>
      ) : (
        <OnPhoneButton />
      )}
      <Upload
        accept=".wav,audio/wav"
        showUploadList={false}
        beforeUpload={(file) => {
          onLoad(file)
          return false
        }}
      >
        <Button icon={<FolderOpenOutlined aria-hidden />}>Load a WAV</Button>
      </Upload>
      <Button icon={<ExperimentOutlined aria-hidden />} onClick={onSimulated}>
        {simulatedLabel}
      </Button>
    </>
  )
}
