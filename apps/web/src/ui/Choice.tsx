import { ToggleGroup } from 'radix-ui'

/** One of a few words, side by side. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: T
  options: readonly { value: T; text: string }[]
  onChange: (value: T) => void
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next && onChange(next as T)}
      className="flex border border-line bg-face"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className="min-h-12 flex-1 cursor-pointer border-line px-2 text-base not-last:border-r data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-face"
        >
          {option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
