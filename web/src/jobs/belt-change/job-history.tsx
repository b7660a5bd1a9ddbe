import { useQuery } from '@tanstack/react-query'
import { Modal } from 'antd'
import dayjs from 'dayjs'
import { jobHistoryQuery } from '../jobs-api.ts'
import styles from './job-history.module.css'

interface JobHistoryProps {
  readonly jobId: string
  readonly onClose: () => void
}

/** Who did what on a job, and when. */
export function JobHistory({ jobId, onClose }: JobHistoryProps) {
  const { data, error } = useQuery(jobHistoryQuery(jobId))
  return (
    <Modal open onCancel={onClose} footer={null} title="History of the job">
      {error !== null ? (
        <p role="alert">{error.message}</p>
      ) : data === undefined ? (
        <p role="status">Loading …</p>
      ) : data.length === 0 ? (
        <p className="soft">Nothing is recorded yet. The history begins with the next change.</p>
      ) : (
        <ol className={styles['changes']} aria-label="Changes, the last first">
          {data.map(({ version, at, by, words }) => (
            <li key={version}>
              <span className="soft">
                {dayjs(at).format('D MMM YYYY, HH:mm')}, {by}
              </span>
              <ul>
                {words.map((phrase, i) => (
                  <li key={i}>{phrase}</li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      )}
    </Modal>
  )
}
