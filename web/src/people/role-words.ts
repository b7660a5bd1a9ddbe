import type { Role } from '@emery/core'

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  apprentice: 'Apprentice',
  mechanic: 'Mechanic',
  lead: 'Lead',
}

export const ROLE_MAY: Readonly<Record<Role, string>> = {
  apprentice: 'measures, works and ticks; a lead looks at what they ask for',
  mechanic: 'also signs jobs off and takes away what was kept',
  lead: 'also looks at apprentices’ ticks, changes rules and causes, and keeps this list',
}
