import type { device as english } from '../../en/ui/device.ts'

/** Storage of the device. */
export const device: Record<keyof typeof english, string> = {
  'storageRoom.theRoomThatThisBrowser':
    'El espacio que este navegador le da a la página está casi lleno: libere algo en el dispositivo, o puede que no se guarden fotos y mediciones.',
  'outbox.thisBrowserRefusesToKeep':
    'Este navegador se niega a guardar datos: no cierre la página antes de que todo se haya enviado.',
  'outbox.thisBrowserClearedWhatThe':
    'Este navegador borró lo que la página guardaba en este dispositivo. Lo enviado está en el servidor; lo que aún no se había enviado se perdió: revise lo último que se anotó aquí.',
}
