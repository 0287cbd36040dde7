import type { ReactNode } from 'react'
import { TopBar } from './TopBar.tsx'

/** A screen that has only one thing to say. */
export function Message({ children, problem = false }: { children: ReactNode; problem?: boolean }) {
  return (
    <div className="flex h-full flex-col">
      <TopBar />
      <p
        role={problem ? 'alert' : 'status'}
        className={`m-6 text-xl ${problem ? 'border-l-4 border-watch bg-watch-face p-4' : 'text-soft'}`}
      >
        {children}
      </p>
    </div>
  )
}
