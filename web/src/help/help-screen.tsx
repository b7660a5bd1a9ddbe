import { useMemo } from 'react'
import Markdown from 'react-markdown'
import { Link, useParams } from 'react-router'
import gfm from 'remark-gfm'
import listPage from '../ui/list-page.module.css'
import { Notice } from '../ui/notice.tsx'
import { SearchField } from '../ui/search-field.tsx'
import { useTopBar } from '../ui/top-bar.ts'
import { useAddress } from '../ui/use-address.ts'
import { GUIDES } from './guides.ts'
import styles from './help.module.css'

/** The guides, to be searched and read beside the work. */
export function HelpScreen() {
  const { guideId } = useParams()
  const { search, narrow } = useAddress()
  const words = (search.get('q') ?? '').trim().toLowerCase()
  const found = GUIDES.filter(({ title, text }) =>
    words.split(/\s+/).every((word) => `${title}\n${text}`.toLowerCase().includes(word)),
  )
  const guide = GUIDES.find(({ id }) => id === guideId) ?? (words === '' ? GUIDES[0] : found[0])
  useTopBar(useMemo(() => ({ title: <strong>Help: {guide?.title ?? 'guides'}</strong>, commands: [] }), [guide]))
  return (
    <div className={listPage['page']}>
      <div className={listPage['head']}>
        <h1>Help</h1>
        <SearchField
          label="Search the guides"
          placeholder="Belt, noise, passphrase …"
          className={listPage['search']}
          value={search.get('q') ?? ''}
          onChange={(to) => narrow('q', to)}
        />
      </div>
      <div className={styles['two']}>
        <nav aria-label="Guides">
          <ul>
            {found.map(({ id, title }) => (
              <li key={id}>
                <Link to={`/help/${id}${search.size === 0 ? '' : `?${search}`}`} aria-current={id === guide?.id}>
                  {title}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
        {guide === undefined || found.length === 0 ? (
          <Notice inPage title="No guide has all of these words" detail="Use fewer, or others." />
        ) : (
          <article className={styles['guide']}>
            <h2>{guide.title}</h2>
            <Markdown remarkPlugins={[gfm]} components={{ h2: 'h3', h3: 'h4' }}>
              {guide.text}
            </Markdown>
          </article>
        )}
      </div>
    </div>
  )
}
