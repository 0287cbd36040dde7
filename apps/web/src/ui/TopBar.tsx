import { Moon, Sun } from 'lucide-react'
import { createContext, type ReactNode, useContext } from 'react'
import { Link } from 'react-router'
import { setPrefs, usePrefs } from '../lib/prefs.ts'
import { t } from '../lib/words.ts'

/** What every head tells beside the place: what waits, what is new. Given once, at the root of the app. */
export const TopBarCells = createContext<ReactNode>(null)

/** The head of every screen: the product's plate, where we are, and the two switches of the device, which make room on a phone for what has to be told. */
export function TopBar({
  title = null,
  children,
  switchesOnPhone = true,
  home = true,
}: {
  /** What the browser’s tab and its history call the page. */
  title?: string | null
  children?: ReactNode
  switchesOnPhone?: boolean
  /** Whether the plate leads to the day. */
  home?: boolean
}) {
  const prefs = usePrefs()
  const cells = useContext(TopBarCells)
  const cellar = prefs.theme === 'cellar'
  const hide = switchesOnPhone ? '' : 'max-md:hidden'
  return (
    <header
      data-head
      className="group/bar flex h-14 shrink-0 items-center border-b border-line bg-face pl-4 md:h-[60px] md:pl-5 short:h-12"
    >
      <title>{title ? t('topBar.brendik', { title }) : 'Brendik'}</title>
      {home ? (
        <Link to="/" className={PLATE}>
          {t('topBar.brendik2')}
        </Link>
      ) : (
        <span className={PLATE}>{t('topBar.brendik2')}</span>
      )}
      <div className="flex min-w-0 flex-1 items-center gap-3 self-stretch border-line border-l pl-3 md:pl-5">
        {children}
      </div>
      {home && cells}
      <button
        type="button"
        className={`h-full min-w-12 cursor-pointer border-l border-line px-3 text-sm group-has-[[data-cell]]/bar:max-md:hidden ${hide}`}
        aria-label={t('topBar.unitsUsChange')}
        onClick={() => setPrefs({ units: prefs.units === 'us' ? 'metric' : 'us' })}
      >
        {prefs.units === 'us' ? t('topBar.us') : t('topBar.metric')}
      </button>
      <button
        type="button"
        className={`flex h-full w-12 cursor-pointer items-center justify-center border-l border-line group-has-[[data-cell]~[data-cell]]/bar:max-md:hidden ${hide}`}
        aria-label={cellar ? t('topBar.lightTheme') : t('topBar.cellarTheme')}
        onClick={() => setPrefs({ theme: cellar ? 'light' : 'cellar' })}
      >
        {cellar ? <Sun size={20} aria-hidden="true" /> : <Moon size={20} aria-hidden="true" />}
      </button>
    </header>
  )
}
const PLATE = 'plate flex h-full w-auto items-center pr-4 text-lg md:w-[128px] md:pr-0 md:text-xl'
