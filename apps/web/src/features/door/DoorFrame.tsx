import type { ReactNode } from 'react'
import { TopBar } from '../../ui/TopBar.tsx'

/** A page before anyone is in: one question, as large as it deserves. */
export function DoorFrame({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="flex h-full flex-col">
      <TopBar home={false} />
      <main className="min-h-0 flex-1 overflow-y-auto">
        <div className="mx-auto grid max-w-[30rem] gap-5 px-4 py-8 md:py-14">
          <h1 className="plate text-4xl leading-none md:text-5xl">{title}</h1>
          {children}
        </div>
      </main>
    </div>
  )
}
