import type { ComponentType } from 'react'

const loadControls = () => import('./controls.tsx')

/**
 * What is fetched when it is wanted, with the control library around it. The frame and the Board are drawn without that library, so that a phone shows
 * the day's jobs before it has fetched it; whatever else opens brings it along.
 */
export async function withControls<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
): Promise<ComponentType<Props>> {
  const [{ Controls }, Wanted] = await Promise.all([loadControls(), load()])
  return function WithControls(props: Props) {
    return (
      <Controls>
        <Wanted {...props} />
      </Controls>
    )
  }
}
