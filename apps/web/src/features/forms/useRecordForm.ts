import { useEffect, useRef } from 'react'
import type { DefaultValues, FieldValues, UseFormReturn } from 'react-hook-form'
import type * as v from 'valibot'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'

/**
 * A record being changed. What is read again while nobody has typed yet is shown; once somebody types, what they saw when they began is
 * known when they save, and what they typed stays.
 * @param read - The record as it stands, as the values of the form.
 */
export function useRecordForm<T extends FieldValues>(
  schema: v.GenericSchema<unknown, unknown>,
  read: T,
): { form: UseFormReturn<T>; was: () => T } {
  const form = useCheckedForm<T>(schema, read as DefaultValues<T>)
  const shown = useRef(read)
  const { isDirty } = form.formState
  const changed = JSON.stringify(read) !== JSON.stringify(shown.current)
  useEffect(() => {
    if (isDirty || !changed) return
    shown.current = read
    form.reset(read)
  })
  return { form, was: () => shown.current }
}
