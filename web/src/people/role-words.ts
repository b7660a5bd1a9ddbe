import type { Role } from '@emery/core/api'

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  apprentice: 'Apprentice',
  mechanic: 'Mechanic',
  lead: 'Lead',
}

export const ROLE_MAY: Readonly<Record<Role, string>> = {
  apprentice: 'measures, works and ticks steps; a lead checks what they mark',
  mechanic: 'also signs off jobs and deletes records',
  lead: 'also checks apprentices’ ticks, changes rules and causes, and manages people',
}
