/** The server’s absence. */
export const server = {
  'client.theServerCannotBeReached':
    'The server cannot be reached. What you record stays on this device and is sent later.',
  'client.notTheServerAnsweredWhat':
    'Not the server answered ({status}). What you record stays on this device and is sent later.',
} as const
