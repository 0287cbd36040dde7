import { useWho } from '../features/door/index.ts'
import { LearnedInShort } from '../features/learned/index.ts'
import {
  Calendar,
  Changes,
  InstrumentKeys,
  Me,
  OwnOrder,
  People,
  Prices,
  TakeOut,
  Tokens,
} from '../features/workshop/index.ts'
import { t } from '../lib/words.ts'
import { Scroll } from '../ui/Scroll.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** The workshop: who one is; and for an owner its people, the keys of its instruments, and who changed what. */
export function WorkshopPage() {
  const who = useWho()
  return (
    <div className="flex h-full flex-col">
      <TopBar title={who.workshopName}>
        <h1 className="truncate font-semibold">{who.workshopName}</h1>
      </TopBar>
      <main className="min-h-0 flex-1">
        <Scroll
          label={t('ui.workshop')}
          className="grid h-full content-start gap-8 overflow-y-auto px-4 py-5 md:grid-cols-2 md:gap-x-12 md:px-[148px]"
        >
          <div className="grid content-start gap-8">
            <Me />
            <Calendar />
            <LearnedInShort />
            <TakeOut />
            <Tokens />
            {who.role === 'owner' && <InstrumentKeys />}
            {who.role === 'owner' && <OwnOrder />}
          </div>
          {who.role === 'owner' && (
            <div className="grid content-start gap-8">
              <Prices />
              <People />
              <Changes />
            </div>
          )}
        </Scroll>
      </main>
    </div>
  )
}
