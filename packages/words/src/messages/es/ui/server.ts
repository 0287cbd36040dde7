import type { server as english } from '../../en/ui/server.ts'

/** The server’s absence. */
export const server: Record<keyof typeof english, string> = {
  'client.theServerCannotBeReached':
    'No se alcanza el servidor. Lo que anote se queda en este dispositivo y se envía después.',
  'client.notTheServerAnsweredWhat':
    'No contestó el servidor ({status}). Lo que anote se queda en este dispositivo y se envía después.',
}
