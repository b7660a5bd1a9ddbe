import type { ComponentType } from 'react'
import { BoardIcon } from './icons/board-icon.tsx'
import { DrivesIcon } from './icons/drives-icon.tsx'
import { InspectionIcon } from './icons/inspection-icon.tsx'
import { NoiseIcon } from './icons/noise-icon.tsx'
import { PracticeIcon } from './icons/practice-icon.tsx'
import { RulesIcon } from './icons/rules-icon.tsx'
import { ShelfIcon } from './icons/shelf-icon.tsx'
import { SumsIcon } from './icons/sums-icon.tsx'
import { VehiclesIcon } from './icons/vehicles-icon.tsx'

interface Place {
  readonly to: string
  readonly label: string
  readonly Icon: ComponentType
  /** Whether it stands at the bottom of a phone, where a thumb reaches; the others are under More there. */
  readonly byThumb: boolean
}

/** Where the work is, in the order of the rail. */
export const MAIN_PLACES: readonly Place[] = [
  { to: '/board', label: 'Board', Icon: BoardIcon, byThumb: true },
  { to: '/vehicles', label: 'Vehicles', Icon: VehiclesIcon, byThumb: false },
  { to: '/drives', label: 'Drives', Icon: DrivesIcon, byThumb: true },
  { to: '/shelf', label: 'Shelf', Icon: ShelfIcon, byThumb: false },
  { to: '/inspection', label: 'Inspection', Icon: InspectionIcon, byThumb: true },
  { to: '/noise', label: 'Noise', Icon: NoiseIcon, byThumb: true },
  { to: '/practice', label: 'Practice', Icon: PracticeIcon, byThumb: false },
  { to: '/sums', label: 'Sums', Icon: SumsIcon, byThumb: false },
  { to: '/rules', label: 'Rules', Icon: RulesIcon, byThumb: false },
]
