import { MoonOutlined, SearchOutlined, SunOutlined } from '@ant-design/icons'
import { Button, Tooltip } from 'antd'
import { useCallback, useMemo, useState } from 'react'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { BoardIcon } from './board-icon.tsx'
import { CommandPalette } from './command-palette.tsx'
import { DrivesIcon } from './drives-icon.tsx'
import { KeyList } from './key-list.tsx'
import { NoiseIcon } from './noise-icon.tsx'
import { PersonMenu } from '../people/person-menu.tsx'
import { usePreferences } from './preferences.ts'
import { useKeys } from './keys.ts'
import styles from './shell.module.css'
import { TopBarSetter, type Command, type TopBarContent } from './top-bar.ts'
import { RulesIcon } from './rules-icon.tsx'
import { ShelfIcon } from './shelf-icon.tsx'
import { WalkroundIcon } from './walkround-icon.tsx'
import { UnitSwitch } from './unit-switch.tsx'

/** The frame round every screen: top bar, rail, and the screen itself. */
export function Shell() {
  const [content, setContent] = useState<TopBarContent | null>(null)
  const [paletteOpen, setPaletteOpen] = useState(false)
  const [keysOpen, setKeysOpen] = useState(false)
  const { units, setUnits, light, setLight } = usePreferences()
  const navigate = useNavigate()
  const switchLight = useCallback(() => setLight(light === 'dark' ? 'light' : 'dark'), [light, setLight])

  const commands = useMemo<readonly Command[]>(
    () => [
      ...(content?.commands ?? []),
      { id: 'board', label: 'Board: jobs, and what falls due', run: () => void navigate('/board') },
      { id: 'vehicles', label: 'All vehicles', run: () => void navigate('/vehicles') },
      { id: 'drives', label: 'All drives', run: () => void navigate('/drives') },
      { id: 'shelf', label: 'The shelf: belts, and what their numbers mean', run: () => void navigate('/shelf') },
      { id: 'noise', label: 'Noise: what is making that sound', run: () => void navigate('/noise') },
      { id: 'walkround', label: 'Walkround: what is worn', run: () => void navigate('/walkround') },
      { id: 'rules', label: 'Rules: every value the verdicts rest on', run: () => void navigate('/rules') },
      { id: 'people', label: 'People of the workshop, and what they may do', run: () => void navigate('/people') },
      { id: 'knowledge', label: 'Noise: edit causes and tests', run: () => void navigate('/rules/noise') },
      {
        id: 'units',
        label: units === 'mm' ? 'Show inches' : 'Show millimetres',
        run: () => setUnits(units === 'mm' ? 'inch' : 'mm'),
      },
      { id: 'light', label: light === 'dark' ? 'Light theme' : 'Dark theme, for under the bonnet', run: switchLight },
      { id: 'find', label: 'Find or do …', keys: 'Ctrl K', run: () => setPaletteOpen(true) },
      { id: 'keys', label: 'Keys', keys: '?', run: () => setKeysOpen(true) },
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
          <div className={styles['inHand']}>{content?.title}</div>
          <button type="button" className={styles['find']} onClick={() => setPaletteOpen(true)}>
            <SearchOutlined aria-hidden /> <span>Find or do …</span> <kbd>Ctrl K</kbd>
          </button>
          <UnitSwitch />
          <Tooltip title={light === 'dark' ? 'Light theme' : 'Dark theme'}>
            <Button
              type="text"
              className={styles['light']}
              aria-label={light === 'dark' ? 'Light theme' : 'Dark theme'}
              icon={light === 'dark' ? <SunOutlined /> : <MoonOutlined />}
              onClick={switchLight}
            />
          </Tooltip>
          <PersonMenu className={styles['light']} />
        </header>
        <nav className={styles['rail']} aria-label="Main">
          <NavLink to="/board">
            <BoardIcon />
            Board
          </NavLink>
          <NavLink to="/drives">
            <DrivesIcon />
            Drives
          </NavLink>
          <NavLink to="/shelf">
            <ShelfIcon />
            Shelf
          </NavLink>
          <NavLink to="/noise">
            <NoiseIcon />
            Noise
          </NavLink>
          <NavLink to="/walkround">
            <WalkroundIcon />
            Walkround
          </NavLink>
          <NavLink to="/rules">
            <RulesIcon />
            Rules
          </NavLink>
        </nav>
        <main id="screen" className={styles['screen']} tabIndex={-1}>
          <Outlet />
        </main>
      </div>
      <CommandPalette open={paletteOpen} onClose={() => setPaletteOpen(false)} commands={commands} />
      <KeyList open={keysOpen} onClose={() => setKeysOpen(false)} commands={commands} />
    </TopBarSetter.Provider>
  )
}
