import { TableOutlined } from '@ant-design/icons'
import { useQueryClient } from '@tanstack/react-query'
import { Button, Modal } from 'antd'
import { readFleetCsv, type FleetRow } from '@emery/core/exchange'
import { boardKey } from '../jobs/jobs-api.ts'
import { useTableFile } from '../ui/use-table-file.tsx'
import { useUnits } from '../ui/use-units.ts'
import { takeFleet, vehicleKeys } from './vehicles-api.ts'

const counted = (count: number) => `${count} vehicle${count === 1 ? '' : 's'}`

/** A fleet's vehicles and what they have run, out of a table: by their plates, shown before anything is stored. */
export function Fleet() {
  const queries = useQueryClient()
  const units = useUnits()
  const [modal, holder] = Modal.useModal()
  const { choose, element } = useTableFile<FleetRow>({
    of: 'vehicles',
    read: readFleetCsv,
    store: async (rows) => {
      const { added, changed, refused } = await takeFleet(rows)
      for (const queryKey of [vehicleKeys.all, boardKey]) void queries.invalidateQueries({ queryKey })
      const done = `${counted(added)} added, ${changed} changed.`
      if (refused.length > 0) modal.warning({ title: done, content: refused.map((each) => <p key={each}>{each}</p>) })
      else modal.success({ title: done })
    },
    counted,
    put: (count) => `Take in ${counted(count)}`,
    row: ({ plate, name = '', distance }) =>
      [plate, name, distance == null ? '' : units.distance.text(distance)].filter((each) => each !== '').join(' · '),
  })
  return (
    <>
      <Button size="large" icon={<TableOutlined aria-hidden />} onClick={choose}>
        Fleet from CSV
      </Button>
      {element}
      {holder}
    </>
  )
}
