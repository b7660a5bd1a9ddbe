import { DownloadOutlined, UploadOutlined } from '@ant-design/icons'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Alert, Button, Input, Modal, Upload } from 'antd'
import dayjs from 'dayjs'
import { saveAs } from 'file-saver'
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { KnowledgeVersion } from '@emery/core/api'
import { readKnowledge, type CarriedOver, type KnowledgeFile } from '@emery/core/noise'
import { RequestFailure } from '../api/client.ts'
import { knowledgeQuery, knowledgeVersion, knowledgeVersionsQuery, saveKnowledge } from './knowledge-api.ts'
import { Notice } from '../ui/notice.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useMay } from '../people/use-may.ts'
import { CauseEditor } from './cause-editor.tsx'
import { useKnowledgeDraft } from './knowledge-store.ts'
import styles from './knowledge.module.css'
import { TestEditor } from './test-editor.tsx'
import { tell } from '../ui/tell.ts'

/** Problems said at once. */
const MAX_PROBLEMS = 6

/** What is known of noises, to be read and edited by whoever leads the workshop: every version is kept. */
export function KnowledgeScreen() {
  const { data, error, refetch } = useQuery(knowledgeQuery())
  if (data === undefined)
    return error === null ? (
      <p role="status" style={{ padding: 32 }}>
        Loading causes and tests …
      </p>
    ) : (
      <Notice title="Causes and tests could not be loaded" detail={error.message}>
        <Button onClick={() => void refetch()}>Try again</Button>
      </Notice>
    )
  return <Editing current={data} />
}

type InHand = { readonly what: 'cause' | 'test'; readonly id: string }

function Editing({ current }: { readonly current: KnowledgeVersion }) {
  const { draft, set, undo } = useKnowledgeDraft()
  const [inHand, setInHand] = useState<InHand>({ what: 'cause', id: current.knowledge.causes[0]?.id ?? '' })
  const [saving, setSaving] = useState(false)
  const mayLead = useMay('lead')
  const file: KnowledgeFile = draft?.file ?? current.knowledge
  const basedOn = draft?.basedOn ?? current.version
  const edit = useCallback((next: KnowledgeFile) => set({ basedOn, file: next }), [set, basedOn])
  const problems = useMemo(() => {
    const read = readKnowledge(file)
    return read.ok ? [] : read.problems
  }, [file])
  useTopBar(
    useMemo(
      () => ({
        title: <strong>Noise: causes and tests</strong>,
        commands: [
          { id: 'undo', label: 'Undo the last change', keys: 'Ctrl Z', run: undo },
          {
            id: 'save',
            label: 'Save causes and tests',
            keys: 'Ctrl S',
            run: () => setSaving(true),
            can: () => draft !== null,
          },
        ],
      }),
      [undo, draft],
    ),
  )
  const item = (what: InHand['what'], id: string, name: string) => (
    <li key={id}>
      <button
        type="button"
        aria-current={inHand.what === what && inHand.id === id}
        onClick={() => setInHand({ what, id })}
      >
        {name}
      </button>
    </li>
  )
  const cause = inHand.what === 'cause' ? file.causes.find(({ id }) => id === inHand.id) : undefined
  const test = inHand.what === 'test' ? file.tests.find(({ id }) => id === inHand.id) : undefined
  return (
    <div className={styles['page']}>
      <h1 className="unseen">Noise: causes and tests</h1>
      <nav className={styles['list']} aria-label="Causes and tests">
        <h2 className="heading">Causes</h2>
        <ul>{file.causes.map(({ id, name }) => item('cause', id, name))}</ul>
        <h2 className="heading">Questions and tests</h2>
        <ul>{file.tests.map(({ id, name }) => item('test', id, name))}</ul>
      </nav>
      <div className={styles['work']}>
        <header>
          <p className="soft">
            Version {current.version}
            {current.version === 0
              ? ', ships with Emery'
              : `, ${current.reason}, ${dayjs(current.at).format('D MMM YYYY')}`}
            {current.by === '' ? '' : `, ${current.by}`}. Likelihoods are estimates, not counts. Set them to match this
            workshop’s experience. <Link to="/rules">Other rules</Link>
          </p>
          <Button
            icon={<DownloadOutlined aria-hidden />}
            onClick={() =>
              saveAs(new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }), 'knowledge.json')
            }
          >
            File
          </Button>
          <LoadFile onLoaded={edit} />
        </header>
        {current.carriedOver !== undefined && <CarriedOverNote file={file} {...current.carriedOver} />}
        {draft !== null && (
          <div className={styles['draft']}>
            <span>Changed, not saved.{!mayLead && ' Only a lead can save.'}</span>
            <Button onClick={() => set(null)}>Discard changes</Button>
            <Button type="primary" disabled={problems.length > 0 || !mayLead} onClick={() => setSaving(true)}>
              Save
            </Button>
          </div>
        )}
        {problems.length > 0 && (
          <Alert
            type="error"
            showIcon
            title="It cannot be saved yet."
            description={
              <ul>
                {problems.slice(0, MAX_PROBLEMS).map(({ path, message }) => (
                  <li key={`${path} ${message}`}>
                    {placeOf(file, path)} {message}.
                  </li>
                ))}
              </ul>
            }
          />
        )}
        {cause !== undefined && <CauseEditor key={cause.id} file={file} cause={cause} onEdit={edit} />}
        {test !== undefined && <TestEditor key={test.id} file={file} test={test} onEdit={edit} />}
        <Versions onBringBack={edit} />
      </div>
      {saving && draft !== null && <SaveDialog file={file} basedOn={basedOn} onClose={() => setSaving(false)} />}
    </div>
  )
}

/** What an edition of an older Emery got when it was carried over. */
function CarriedOverNote({ file, causes, tests }: CarriedOver & { readonly file: KnowledgeFile }) {
  const named = (ids: readonly string[], all: readonly { readonly id: string; readonly name: string }[]) =>
    ids.map((id) => all.find((each) => each.id === id)?.name ?? id).join('; ')
  return (
    <Alert
      type="info"
      role="note"
      showIcon
      title="This edition was made with an older Emery and was carried over."
      description={`Your names and figures are as you set them. Added: ${named(causes, file.causes)}. New questions and tests: ${named(tests, file.tests)}. Check their figures, and save.`}
    />
  )
}

/** A place in the file by the names people know: `Wet the ribs: $.otherwise[0]`. */
function placeOf({ causes, tests }: KnowledgeFile, path: string): string {
  const found = /^\$\.(causes|tests)\[(\d+)\](.*)$/.exec(path)
  if (found === null) return path
  const [, list, index = '', rest = ''] = found
  const of = (list === 'causes' ? causes : tests)[Number(index)]
  return `${of?.name ?? path}${rest === '' ? '' : ` (${rest.replace(/^\./, '')})`}`
}

function LoadFile({ onLoaded }: { readonly onLoaded: (file: KnowledgeFile) => void }) {
  const load = async (file: File) => {
    try {
      const read = readKnowledge(JSON.parse(await file.text()))
      if (read.ok) onLoaded(read.knowledge)
      else {
        const [first] = read.problems
        tell.error(`${file.name}: ${first?.path ?? ''} ${first?.message ?? ''}. Nothing was changed.`)
      }
    } catch {
      tell.error(`${file.name} is not a file of causes and tests. Nothing was changed.`)
    }
  }
  return (
    <Upload
      accept=".json,application/json"
      showUploadList={false}
      beforeUpload={(file) => {
        void load(file)
        return false
      }}
    >
      <Button icon={<UploadOutlined aria-hidden />}>Load a file</Button>
    </Upload>
  )
}

interface SaveDialogProps {
  readonly file: KnowledgeFile
  readonly basedOn: number
  readonly onClose: () => void
}

function SaveDialog({ file, basedOn, onClose }: SaveDialogProps) {
  const queries = useQueryClient()
  const set = useKnowledgeDraft((state) => state.set)
  const [reason, setReason] = useState('')
  const [base, setBase] = useState(basedOn)
  const [failure, setFailure] = useState<string | null>(null)
  const [sending, setSending] = useState(false)
  const save = async () => {
    setSending(true)
    setFailure(null)
    try {
      const edition = `workshop ${base + 1}`
      await saveKnowledge({ ...file, edition }, { basedOn: base, reason })
      await queries.invalidateQueries({ queryKey: ['knowledge'] })
      set(null)
      onClose()
    } catch (error) {
      const conflict = error instanceof RequestFailure ? error.details.conflict : undefined
      if (conflict !== undefined && 'reason' in conflict.current) {
        const { version, by, reason: theirs } = conflict.current
        setBase(version)
        setFailure(
          `${by === '' ? 'Someone' : by} has saved version ${version} (${theirs}). Press Save again to save yours after it. Theirs stays in the list of versions.`,
        )
      } else setFailure(error instanceof Error ? error.message : 'That failed. Try again.')
    } finally {
      setSending(false)
    }
  }
  return (
    <Modal
      open
      title="Save causes and tests"
      okText="Save"
      okButtonProps={{ disabled: reason.trim() === '' }}
      confirmLoading={sending}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <label>
        Reason for the change
        <Input
          autoFocus
          value={reason}
          maxLength={200}
          placeholder="For example: three weak tensioners this month were silent when wet"
          onChange={({ target }) => setReason(target.value)}
          onPressEnter={() => {
            if (reason.trim() !== '') void save()
          }}
        />
      </label>
      {failure !== null && <p role="alert">{failure}</p>}
    </Modal>
  )
}

/** Every version there has been; one brought back is edited and saved as a new one. */
function Versions({ onBringBack }: { readonly onBringBack: (file: KnowledgeFile) => void }) {
  const { data: versions = [] } = useQuery(knowledgeVersionsQuery())
  if (versions.length < 2) return null
  const bringBack = async (version: number) => {
    try {
      onBringBack((await knowledgeVersion(version)).knowledge)
    } catch (error) {
      tell.error(error instanceof Error ? error.message : 'That failed. Try again.')
    }
  }
  return (
    <section aria-label="Versions">
      <h2 className="heading">Versions</h2>
      <ul className={styles['versions']}>
        {versions.map(({ version, reason, by, at }) => (
          <li key={version}>
            <b>{version}</b>
            <span>{reason}</span>
            <span className="soft">
              {[at === '' ? '' : dayjs(at).format('D MMM YYYY'), by].filter((each) => each !== '').join(', ')}
            </span>
            <Button type="text" onClick={() => void bringBack(version)}>
              Restore version {version}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
