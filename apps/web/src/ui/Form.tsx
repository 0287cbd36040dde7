import type { ReactNode } from 'react'
import { type FieldValues, FormProvider, type UseFormReturn } from 'react-hook-form'

/** A form that says everything that stands against it at once, and leads to the first of it. */
export function Form<T extends FieldValues>({
  form,
  className,
  onSend,
  children,
}: {
  form: UseFormReturn<T>
  className: string
  onSend: (values: T) => void
  children: ReactNode
}) {
  return (
    <FormProvider {...form}>
      <form noValidate className={className} onSubmit={form.handleSubmit(onSend)}>
        {children}
      </form>
    </FormProvider>
  )
}
