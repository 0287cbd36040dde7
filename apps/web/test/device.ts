import 'fake-indexeddb/auto'

// What a browser has and Node has not: somebody signed in, and a place to note it.
const WHO = {
  workshopId: 'w',
  technicianId: 't',
  name: 'Tester',
  workshopName: 'Workshop',
  role: 'owner' as const,
  demo: false,
  language: null,
}
const store = new Map<string, string>()
Object.assign(globalThis, {
  localStorage: {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => store.set(key, value),
    removeItem: (key: string) => store.delete(key),
    key: (at: number) => [...store.keys()][at] ?? null,
    get length() {
      return store.size
    },
  },
})

// One page stands for the device, and tests of other files in this process are none of its pages.
Object.assign(globalThis, {
  BroadcastChannel: class {
    postMessage(): void {}
  },
})

const { rememberWho } = await import('../src/outbox/who.ts')
await rememberWho(WHO)

/** Signs in somebody else on this device. */
export async function signInAs(
  technicianId: string,
  name: string,
  workshopId = WHO.workshopId,
): Promise<void> {
  await rememberWho({ ...WHO, technicianId, name, workshopId })
}

/** Waits until something holds, at most ten seconds. */
export async function until(holds: () => boolean): Promise<void> {
  const end = Date.now() + 10_000
  while (!holds()) {
    if (Date.now() > end) throw new Error(`waited in vain for ${holds}`)
    await new Promise((resolve) => setTimeout(resolve, 5))
  }
}

/** Tries an expectation until it holds, at most ten seconds. */
export async function eventually(holds: () => void | Promise<void>): Promise<void> {
  const end = Date.now() + 10_000
  for (;;) {
    try {
      return await holds()
    } catch (error) {
      if (Date.now() > end) throw error
      await new Promise((resolve) => setTimeout(resolve, 5))
    }
  }
}
