import {
  EllipsisOutlined,
  MobileOutlined,
  MoonOutlined,
  QuestionCircleOutlined,
  SearchOutlined,
  SunOutlined,
} from '@ant-design/icons'
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { useLive } from './live.ts'
import { MAIN_PLACES } from './places.ts'
import { useHandOver } from '../people/hand-over-store.ts'
import { PersonMenu } from '../people/person-menu.tsx'
import { PlainButton } from '../ui/plain-button.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { useKeys } from '../ui/shortcuts.ts'
import styles from './shell.module.css'
import { useLater, useSettledIn } from '../ui/use-later.ts'
import { TopBarSetter, type Command, type TopBarContent } from '../ui/top-bar.ts'
import { UnitSwitch } from './unit-switch.tsx'

// What it checks a job with is more than all of the frame.
const loadWaitingChanges = () => import('./waiting-changes.tsx')
// Few ask for it, and its licences are long.
const loadAbout = () => import('./about.tsx')
const loadPalette = () => import('./command-palette.tsx')
const loadKeys = () => import('./key-list.tsx')
const loadOffline = () => import('./offline.tsx')
const loadHandOver = () => import('../people/hand-over.tsx')
const loadMore = () => import('./more-sheet.tsx')
const loadControls = () => import('../ui/controls.tsx')

/** The frame round every screen: top bar, rail, and the screen itself. */
export function Shell() {
  const [content, setContent] = useState<TopBarContent | null>(null)
  const [paletteOpen, setPaletteOpen] = useState(false)
  const [keysOpen, setKeysOpen] = useState(false)
  const [aboutOpen, setAboutOpen] = useState(false)
  const [moreOpen, setMoreOpen] = useState(false)
  const settledIn = useSettledIn()
  useLive()
  const inHand = useRef<HTMLDivElement>(null)
  // A tab, a bookmark and the browser's history are called as the page calls itself.
  useEffect(() => {
    const words = [...(inHand.current?.querySelectorAll('strong, [data-title]') ?? [])].map(
      ({ textContent }) => textContent,
    )
    document.title = [...words.filter((each) => each !== ''), 'Emery'].join(' · ')
  }, [content])
  const waiting = useLater(loadWaitingChanges, settledIn)
  const palette = useLater(loadPalette, settledIn || paletteOpen)
  const keys = useLater(loadKeys, keysOpen)
  const offline = useLater(loadOffline, settledIn)
  const about = useLater(loadAbout, aboutOpen)
  const more = useLater(loadMore, moreOpen)
  const handingOver = useHandOver(({ path }) => path !== null)
  const handOver = useLater(loadHandOver, handingOver)
  const controls = useLater(loadControls, settledIn || paletteOpen || keysOpen || aboutOpen || moreOpen || handingOver)
  const { units, setUnits, light, setLight } = usePreferences()
  const navigate = useNavigate()
  const closeMore = useCallback(() => setMoreOpen(false), [])
  const switchLight = useCallback(() => setLight(light === 'dark' ? 'light' : 'dark'), [light, setLight])

  const commands = useMemo<readonly Command[]>(
    () => [
      ...(content?.commands ?? []),
      { id: 'board', label: 'Board: jobs, and what is due', run: () => void navigate('/board') },
      { id: 'vehicles', label: 'All vehicles', run: () => void navigate('/vehicles') },
      { id: 'drives', label: 'All drives', run: () => void navigate('/drives') },
      { id: 'shelf', label: 'Shelf: belts in stock, and what their labels mean', run: () => void navigate('/shelf') },
      { id: 'noise', label: 'Noise: find what makes the noise', run: () => void navigate('/noise') },
      { id: 'inspection', label: 'Inspection: check a drive for wear', run: () => void navigate('/inspection') },
      { id: 'sums', label: 'Sums: ratio, tension, length, label, without a drive', run: () => void navigate('/sums') },
      { id: 'rules', label: 'Rules: the limits behind the verdicts', run: () => void navigate('/rules') },
      { id: 'people', label: 'People and their roles', run: () => void navigate('/people') },
      {
        id: 'deleted',
        label: 'Deleted lately: restore a drive, a job, a belt …',
        run: () => void navigate('/deleted'),
      },
      { id: 'pictures', label: 'Pictures, and the room they take', run: () => void navigate('/pictures') },
      { id: 'audit', label: 'Audit log: who did what', run: () => void navigate('/audit') },
      { id: 'knowledge', label: 'Edit noise causes and tests', run: () => void navigate('/rules/noise') },
      {
        id: 'units',
        label: units === 'mm' ? 'Show inches' : 'Show millimetres',
        run: () => setUnits(units === 'mm' ? 'inch' : 'mm'),
      },
      { id: 'light', label: light === 'dark' ? 'Light theme' : 'Dark theme', run: switchLight },
      { id: 'find', label: 'Search or run a command …', keys: 'Ctrl K', run: () => setPaletteOpen(true) },
      { id: 'phone', label: 'Open on a phone', run: () => useHandOver.getState().show() },
      { id: 'help', label: 'Help: guides to search and read', run: () => void navigate('/help') },
      { id: 'keys', label: 'Keys', keys: '?', run: () => setKeysOpen(true) },
      { id: 'about', label: 'About Emery, and licences', run: () => setAboutOpen(true) },
    ],
    [content, navigate, units, setUnits, light, switchLight],
  )
  useKeys(commands)

  return (
    <TopBarSetter.Provider value={setContent}>
      <div className={styles['frame']}>
        <a className={styles['skip']} href="#screen">
          Skip to the screen
        </a>
        <header className={styles['top']}>
          <NavLink to="/drives" className={styles['mark']}>
            Emery
          </NavLink>
          <div ref={inHand} className={styles['inHand']}>
            {content?.title}
          </div>
          <button
            type="button"
            className={styles['find']}
            aria-label="Search or run a command"
            onClick={() => setPaletteOpen(true)}
          >
            <SearchOutlined aria-hidden /> <span>Search or run a command …</span> <kbd>Ctrl K</kbd>
          </button>
          <UnitSwitch />
          <TopButton called={light === 'dark' ? 'Light theme' : 'Dark theme'} onClick={switchLight}>
            {light === 'dark' ? <SunOutlined aria-hidden /> : <MoonOutlined aria-hidden />}
          </TopButton>
          <TopButton called="Open on a phone" onClick={() => useHandOver.getState().show()}>
            <MobileOutlined aria-hidden />
          </TopButton>
          <TopButton called="Help" onClick={() => void navigate('/help')}>
            <QuestionCircleOutlined aria-hidden />
          </TopButton>
          <PersonMenu className={styles['light']} />
        </header>
        <nav className={styles['rail']} aria-label="Main">
          {MAIN_PLACES.map(({ to, label, Icon, byThumb }) => (
            <NavLink key={to} to={to} title={label} data-by-thumb={byThumb}>
              <Icon />
              <span>{label}</span>
            </NavLink>
          ))}
          <button type="button" aria-expanded={moreOpen} onClick={() => setMoreOpen(true)}>
            <EllipsisOutlined aria-hidden />
            <span>More</span>
          </button>
        </nav>
        <main id="screen" className={styles['screen']} tabIndex={0}>
          <Outlet />
        </main>
      </div>
      {controls !== null && (
        <controls.Controls>
          {waiting !== null && <waiting.WaitingChanges />}
          {offline !== null && <offline.Offline />}
          {palette !== null && (
            <palette.CommandPalette open={paletteOpen} onClose={() => setPaletteOpen(false)} commands={commands} />
          )}
          {handOver !== null && <handOver.HandOver />}
          {more !== null && <more.MoreSheet open={moreOpen} onClose={closeMore} commands={commands} />}
          {aboutOpen && about !== null && <about.About onClose={() => setAboutOpen(false)} />}
          {keys !== null && <keys.KeyList open={keysOpen} onClose={() => setKeysOpen(false)} commands={commands} />}
        </controls.Controls>
      )}
    </TopBarSetter.Provider>
  )
}

interface TopButtonProps {
  readonly called: string
  readonly onClick: () => void
  readonly children: ReactNode
}

/** A sign in the top bar; on a phone it stands under More. */
function TopButton({ called, onClick, children }: TopButtonProps) {
  return (
    <PlainButton
      kind="quiet"
      className={`${styles['light'] ?? ''} ${styles['inMore'] ?? ''}`}
      aria-label={called}
      title={called}
      onClick={onClick}
    >
      {children}
    </PlainButton>
  )
}
