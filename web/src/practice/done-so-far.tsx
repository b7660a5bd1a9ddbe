import { useKnowledge } from '../knowledge/knowledge-api.ts'
import { PanelSection } from '../ui/panel.tsx'
import type { Stands } from '../workers/practice-work.ts'
import styles from './practice.module.css'

/** What was tried and what it showed, the latest first. */
export function DoneSoFar({ stands: { shown, wrongParts, isMended } }: { readonly stands: Stands }) {
  const { tests } = useKnowledge()
  return (
    <PanelSection title="What you know">
      {shown.length === 0 && <p className={styles['note']}>Nothing has been tried yet.</p>}
      <ol className={styles['shown']} reversed role="log" aria-label="What was tried">
        {shown.toReversed().map(({ test, shown: { words } }, i) => (
          <li key={shown.length - i}>
            <b>{tests.find(({ id }) => id === test)?.name ?? test}</b>
            <span>{words}</span>
          </li>
        ))}
      </ol>
      {wrongParts.length > 0 && !isMended && (
        <p className={styles['over']} role="alert">
          That part was not what it needed: the noise is still there. Start the engine and listen.
        </p>
      )}
      {isMended && (
        <p className={styles['mended']} role="status">
          Something you did has helped. Run it and listen, then write down what it was.
        </p>
      )}
    </PanelSection>
  )
}
