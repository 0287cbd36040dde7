// The app reads the words of its other pages before it opens them: here every page is tried without the router.
import '@brendik/words'
