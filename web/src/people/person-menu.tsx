import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { PlainButton } from '../ui/plain-button.tsx'
import { useLater } from '../ui/use-later.ts'
import { withControls } from '../ui/with-controls.tsx'
import { sessionQuery } from './people-api.ts'

const loadMenu = async () => ({
  OpenedMenu: await withControls(async () => (await import('./opened-menu.tsx')).OpenedMenu),
})

/** Who is at the bench, in the top bar. What can be done about that is fetched when it is first pressed. */
export function PersonMenu({ className = '' }: { readonly className: string | undefined }) {
  const { data: session } = useQuery(sessionQuery())
  const [wanted, setWanted] = useState(false)
  const menu = useLater(loadMenu, wanted)
  const person = session?.person
  if (person === null || person === undefined) return null
  const button = (
    <PlainButton
      kind="quiet"
      className={className}
      aria-label={`Signed in: ${person.name}`}
      // The button is another one once the menu hangs on it: whoever pressed it is still there.
      autoFocus={menu !== null}
      onClick={() => setWanted(true)}
    >
      {initials(person.name)}
    </PlainButton>
  )
  return menu === null ? button : <menu.OpenedMenu from={button} />
}

function initials(name: string): string {
  return name
    .split(/\s+/)
    .map((part) => part.slice(0, 1).toUpperCase())
    .slice(0, 2)
    .join('')
}
