import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Modal } from 'antd'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { DELETED_DAYS, type ListedPhoto } from '@emery/core/api'
import { Notice } from '../ui/notice.tsx'
import listPage from '../ui/list-page.module.css'
import { useTopBar } from '../ui/top-bar.ts'
import { useMay } from '../people/use-may.ts'
import { photoAddress, photosKey, photosQuery, photoUsesQuery, removePhoto } from './photos-api.ts'
import styles from './pictures.module.css'
import { tell } from '../ui/tell.ts'

/** Every picture with the room it takes, and the way to be rid of those that nobody needs. */
export function PicturesScreen() {
  useTopBar(useMemo(() => ({ title: <strong>Pictures</strong>, commands: [] }), []))
  const { data, error, refetch, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery(photosQuery())
  const [first] = data?.pages ?? []
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Pictures</h1>
        {first !== undefined && (
          <p className="soft">
            {room(first.taken)} of {room(first.limit)} taken
          </p>
        )}
      </div>
      {error !== null && first === undefined ? (
        <Notice inPage title="The pictures could not be loaded" detail={error.message}>
          <Button onClick={() => void refetch()}>Try again</Button>
        </Notice>
      ) : first === undefined ? (
        <p role="status">Loading pictures …</p>
      ) : first.photos.length === 0 ? (
        <Notice
          inPage
          title="No pictures yet"
          detail="Pictures of engines, checks and jobs are listed here, with the room they take."
        />
      ) : (
        <>
          <ul className={styles['grid']} aria-label="Pictures">
            {data?.pages
              .flatMap(({ photos }) => photos)
              .map((photo) => (
                <OnePicture key={photo.id} photo={photo} />
              ))}
          </ul>
          {hasNextPage && (
            <Button loading={isFetchingNextPage} onClick={() => void fetchNextPage()}>
              Show older
            </Button>
          )}
        </>
      )}
    </div>
  )
}

function OnePicture({ photo }: { readonly photo: ListedPhoto }) {
  const { id, width, height, by, addedAt, bytes } = photo
  const mayDelete = useMay('mechanic')
  const [asking, setAsking] = useState(false)
  const title = `Picture of ${dayjs(addedAt).format('D MMM YYYY, HH:mm')}`
  return (
    <li>
      <a href={photoAddress(id)} target="_blank" rel="noreferrer">
        <img src={photoAddress(id)} alt={title} width={width} height={height} loading="lazy" />
      </a>
      <div>
        <b>{dayjs(addedAt).format('D MMM YYYY')}</b>
        <span className="soft">
          {by === '' ? '' : `${by}, `}
          {room(bytes)}
        </span>
      </div>
      {mayDelete && (
        <Button aria-label={`Delete ${title}`} onClick={() => setAsking(true)}>
          Delete …
        </Button>
      )}
      {asking && <DeletePicture photo={photo} onClose={() => setAsking(false)} />}
    </li>
  )
}

/** Says where a picture is used before it is deleted. */
function DeletePicture({ photo, onClose }: { readonly photo: ListedPhoto; readonly onClose: () => void }) {
  const queries = useQueryClient()
  const { data: uses, error: failure } = useQuery(photoUsesQuery(photo.id))
  const { mutate, isPending } = useMutation({
    mutationFn: () => removePhoto(photo.id),
    onError: (reason) => tell.error(reason.message),
    onSuccess: () => tell.success(`Deleted. It can be restored for ${DELETED_DAYS} days.`),
    onSettled: () => queries.invalidateQueries({ queryKey: photosKey }),
  })
  return (
    <Modal
      open
      title="Delete this picture?"
      okText="Delete"
      okButtonProps={{ danger: true, disabled: uses === undefined && failure === null }}
      confirmLoading={isPending}
      onOk={() => mutate(undefined, { onSuccess: onClose })}
      onCancel={onClose}
    >
      {failure !== null ? (
        <p role="alert">Where it is used is not known: {failure.message}</p>
      ) : uses === undefined ? (
        <p role="status">Looking where it is used …</p>
      ) : uses.length === 0 ? (
        <p>No drive, inspection or job uses it.</p>
      ) : (
        <>
          <p>It is used on:</p>
          <ul>
            {uses.map(({ id, name }) => (
              <li key={id}>
                <Link to={`/drives/${id}`}>{name}</Link>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="soft">It can be restored for {DELETED_DAYS} days from “Deleted lately”.</p>
    </Modal>
  )
}

function room(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`
}
