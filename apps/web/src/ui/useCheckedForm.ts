import { valibotResolver } from '@hookform/resolvers/valibot'
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from 'react-hook-form'
import type * as v from 'valibot'

/**
 * A form whose fields are checked by a schema: each when it is left, all when it is sent. What is sent is what was typed; the server
 * reads it by the same schema.
 */
export function useCheckedForm<T extends FieldValues>(
  schema: v.GenericSchema<unknown, unknown>,
  defaultValues: DefaultValues<T>,
): UseFormReturn<T> {
  return useForm<T>({
    mode: 'onTouched',
    defaultValues,
    resolver: valibotResolver(schema as v.GenericSchema<T, T>, undefined, { raw: true }),
  })
}
