import { CameraOutlined } from '@ant-design/icons'
import { Button, Input, Modal } from 'antd'
import { useCallback, useState, type MouseEvent } from 'react'
import { MAX_MARKS, MAX_PICTURES } from '@emery/core/drive'
import type { CheckPhoto } from '@emery/core/wear'
import { photoAddress, practicePhoto } from '../photos/photos-api.ts'
import { PhotoInputs } from '../photos/photo-inputs.tsx'
import { usePhotoLoad, type LoadedPhoto } from '../photos/use-photo-load.ts'
import styles from './check-photos.module.css'
import inspection from './inspection.module.css'

interface CheckPhotosProps {
  readonly photos: readonly CheckPhoto[]
  /** What they are of, for the screen reader. */
  readonly of: string
  readonly onChange: (photos: readonly CheckPhoto[]) => void
}

/** Pictures of what was looked at, each to be marked. */
export function CheckPhotos({ photos, of, onChange }: CheckPhotosProps) {
  const [open, setOpen] = useState<string | null>(null)
  const { load, busy, refusal } = usePhotoLoad(
    useCallback(
      ({ id, width, height }: LoadedPhoto) => {
        onChange([...photos, { id, width, height, marks: [] }])
        setOpen(id)
      },
      [photos, onChange],
    ),
  )
  const full = photos.length >= MAX_PICTURES
  const shown = photos.find(({ id }) => id === open)
  return (
    <div className={styles['photos']}>
      {photos.map((photo, i) => (
        <button
          key={photo.id}
          type="button"
          aria-label={`Photo ${i + 1} of ${of}, ${photo.marks.length} marks`}
          onClick={() => setOpen(photo.id)}
        >
          <Marked photo={photo} />
        </button>
      ))}
      <PhotoInputs
        of={of}
        fileLabel="Picture"
        loading={busy}
        disabled={full}
        onPicture={(picture, name) => void load(() => Promise.resolve(picture), name)}
      />
      <Button
        icon={<CameraOutlined aria-hidden />}
        disabled={busy || full}
        onClick={() => void load(practicePhoto, 'Practice photo')}
      >
        Practice photo
      </Button>
      {refusal !== null && <p role="alert">{refusal}</p>}
      {shown !== undefined && (
        <MarkPhoto
          photo={shown}
          of={of}
          onChange={(photo) => onChange(photos.map((each) => (each.id === photo.id ? photo : each)))}
          onDrop={() => {
            onChange(photos.filter(({ id }) => id !== shown.id))
            setOpen(null)
          }}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  )
}

interface MarkPhotoProps {
  readonly photo: CheckPhoto
  readonly of: string
  readonly onChange: (photo: CheckPhoto) => void
  readonly onDrop: () => void
  readonly onClose: () => void
}

/** The picture large: a press sets a mark, words go beside it. */
function MarkPhoto({ photo, of, onChange, onDrop, onClose }: MarkPhotoProps) {
  const { width, height, marks } = photo
  const mark = ({ currentTarget, clientX, clientY }: MouseEvent<SVGSVGElement>) => {
    if (marks.length >= MAX_MARKS) return
    const box = currentTarget.getBoundingClientRect()
    const at = (part: number, whole: number, size: number) =>
      Math.round(10 * Math.min(size, Math.max(0, (size * part) / Math.max(1, whole)))) / 10
    onChange({
      ...photo,
      marks: [
        ...marks,
        { x: at(clientX - box.left, box.width, width), y: at(clientY - box.top, box.height, height), words: '' },
      ],
    })
  }
  return (
    <Modal
      open
      width={860}
      title={`Photo of ${of}`}
      onCancel={onClose}
      footer={
        <>
          <Button danger onClick={onDrop}>
            Remove the photo
          </Button>
          <Button type="primary" onClick={onClose}>
            Done
          </Button>
        </>
      }
    >
      <div className={styles['marking']}>
        <Marked photo={photo} onPress={mark} />
        <div>
          <p className={inspection['soft']}>
            {marks.length >= MAX_MARKS
              ? `${MAX_MARKS} marks is the maximum for one photo.`
              : 'Tap where it can be seen.'}
          </p>
          <ol>
            {marks.map((each, i) => (
              <li key={i}>
                <Input
                  aria-label={`Mark ${i + 1}`}
                  placeholder="What it shows"
                  value={each.words}
                  maxLength={200}
                  autoFocus={i === marks.length - 1}
                  onChange={({ target }) =>
                    onChange({ ...photo, marks: marks.map((m, k) => (k === i ? { ...m, words: target.value } : m)) })
                  }
                />
                <Button
                  type="text"
                  aria-label={`Remove mark ${i + 1}`}
                  onClick={() => onChange({ ...photo, marks: marks.filter((_, k) => k !== i) })}
                >
                  ✕
                </Button>
              </li>
            ))}
          </ol>
        </div>
      </div>
    </Modal>
  )
}

interface MarkedProps {
  readonly photo: CheckPhoto
  readonly onPress?: (event: MouseEvent<SVGSVGElement>) => void
}

/** A picture with its marks on it, each with its number. */
export function Marked({ photo: { id, width, height, marks }, onPress }: MarkedProps) {
  const size = 0.028 * Math.max(width, height)
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={styles['marked']}
      role="img"
      aria-label={onPress === undefined ? '' : 'Photo: tap to mark it'}
      onClick={onPress}
    >
      <image href={photoAddress(id)} width={width} height={height} />
      {marks.map(({ x, y }, i) => (
        <g key={i} transform={`translate(${x} ${y})`}>
          <circle r={size} />
          <text textAnchor="middle" y={0.36 * size} fontSize={1.1 * size}>
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  )
}
