import { message } from 'antd'
import { useEffect } from 'react'
import { Controls } from './controls.tsx'
import { speakBy } from './tell.ts'

/** Says what is told, at the top of the window. */
export function Messages() {
  return (
    <Controls>
      <Speaking />
    </Controls>
  )
}

function Speaking() {
  const [api, holder] = message.useMessage({ maxCount: 3, top: 58 })
  useEffect(
    () =>
      speakBy({
        say: ({ kind, content, seconds, key }) => {
          const said = { content, duration: seconds, ...(key === undefined ? {} : { key }) }
          void api.open(kind === 'plain' ? said : { ...said, type: kind })
        },
        takeBack: (key) => api.destroy(key),
      }),
    [api],
  )
  return holder
}
