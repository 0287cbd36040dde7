/** Storage of the device. */
export const device = {
  'storageRoom.theRoomThatThisBrowser':
    'The room that this browser gives the page is nearly full: free some on the device, or photos and runs may not be kept.',
  'outbox.thisBrowserRefusesToKeep':
    'This browser refuses to keep data: do not close the page before all is sent.',
  'outbox.thisBrowserClearedWhatThe':
    'This browser cleared what the page kept on this device. What was sent is on the server; what was not sent by then is gone: look through what was recorded here last.',
} as const
