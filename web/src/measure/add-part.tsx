import { Modal } from 'antd'
import { useState } from 'react'
import { addPart, addPulley } from '@emery/core/drive'
import { newPart, PartForm, type PartDraft } from '../parts/part-form.tsx'
import { useBench, useBenchState } from '../bench/bench-context.ts'

/** Adds an accessory, or another pulley to a shaft that is there. */
export function AddPart({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const { store, settled } = useBench()
  const belt = useBenchState(({ drive, beltInHand }) => drive.belts.find(({ id }) => id === beltInHand))
  const start = () => newPart('idler', belt?.section ?? 'PK', belt?.ribs ?? 6)
  const [part, setPart] = useState<PartDraft>(start)
  const add = () => {
    const on = part.onShaft
    if (on === null)
      store.getState().edit(`add ${part.name}`, addPart({ ...part, mustTurn: part.mustTurn ?? undefined }))
    else store.getState().edit('add a pulley', addPulley(on, part))
    setPart(start)
    onClose()
  }
  return (
    <Modal
      open={open}
      title="Add a part"
      okText="Add"
      onOk={add}
      onCancel={onClose}
      okButtonProps={{ disabled: part.name.trim() === '' && part.onShaft === null }}
    >
      <PartForm part={part} onChange={setPart} shafts={settled.drive.shafts} />
    </Modal>
  )
}
