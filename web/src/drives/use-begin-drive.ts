import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { checkDrive, type DriveDocument } from '@emery/core/drive'
import { createDrive } from './drives-api.ts'

/** Stores a document as a new drive and opens the bench on it. */
export function useBeginDrive() {
  const navigate = useNavigate()
  // Whoever comes from a vehicle's page starts its drive.
  const vehicle = useSearchParams()[0].get('vehicle')
  const [state, setState] = useState<{ readonly busy: boolean; readonly refusal: string | null }>({
    busy: false,
    refusal: null,
  })
  const begin = async (document: DriveDocument, reason: string) => {
    const read = checkDrive(document)
    if (!read.ok) {
      setState({
        busy: false,
        refusal: `This drive cannot be created: ${read.problems[0]?.message ?? 'something is wrong'}.`,
      })
      return
    }
    setState({ busy: true, refusal: null })
    try {
      const record = await createDrive({ document: read.drive, vehicleId: vehicle, reason })
      void navigate(`/drives/${record.id}`)
    } catch (error) {
      setState({ busy: false, refusal: error instanceof Error ? error.message : 'The drive could not be saved.' })
    }
  }
  return { begin, ...state }
}
