import { ImportOutlined } from '@ant-design/icons'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button } from 'antd'
import { useRef } from 'react'
import { useNavigate } from 'react-router'
import { RequestFailure } from '../api/client.ts'
import { bringVehicleIn } from './vehicles-api.ts'
import { tell } from '../ui/tell.ts'

/** Brings a vehicle in from the ZIP that one was taken out as. */
export function BringIn() {
  const input = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { mutate, isPending } = useMutation({
    mutationFn: bringVehicleIn,
    onSuccess: ({ id, name }) => {
      void queries.invalidateQueries()
      tell.success(`${name} is imported, with its drives and records.`)
      void navigate(`/vehicles/${id}`)
    },
    onError: (error) => {
      const problem = error instanceof RequestFailure ? error.details.problems?.[0] : undefined
      tell.error(problem === undefined ? error.message : `${error.message} ${problem.path}: ${problem.message}.`, 12)
    },
  })
  return (
    <>
      <Button
        size="large"
        icon={<ImportOutlined aria-hidden />}
        loading={isPending}
        onClick={() => input.current?.click()}
      >
        Import a ZIP
      </Button>
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="ZIP of a vehicle"
        onChange={({ target }) => {
          const file = target.files?.[0]
          target.value = ''
          if (file !== undefined) mutate(file)
        }}
      />
    </>
  )
}
