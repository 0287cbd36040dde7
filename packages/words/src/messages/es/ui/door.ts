import type { door as english } from '../../en/ui/door.ts'

/** Coming in. */
export const door: Record<keyof typeof english, string> = {
  'personFields.yourName': 'Su nombre',
  'personFields.atLeastCharacters': 'Al menos {least} caracteres',
  'signIn.setUpTheWorkshop': 'Crear el taller',
  'signIn.demo': 'Demostración',
  'signIn.openTheDemo': 'Abrir la demostración',
  'signIn.openItAsTheDemos': 'Abrir como el técnico de la demostración',
  'signIn.inventedVisitsAndPeopleNo':
    'Visitas y personas inventadas; sin contraseña. Se carga de nuevo cada día.',
  'signIn.thePasswordIsForgotten': 'Olvidé la contraseña',
  'signIn.iHaveAnAccountSign': 'Ya tengo cuenta: entrar',
  'signIn.setUpAWorkshopOf': 'Crear mi propio taller',
  'signIn.newHereTheOwnerOf': '¿Primera vez? El dueño del taller le da un enlace.',
  'signIn.nameOfTheWorkshop': 'Nombre del taller',
  'signIn.setItUp': 'Crearlo',
  'signedOut.youAreSignedOutWhat': 'Su sesión se cerró. Lo que anote se queda aquí.',
  'signedOut.signInAgain': 'Entrar otra vez',
  'signedOut.later': 'Después',
  'door.opening': 'Abriendo.',
}
