const Sequencer = require('@jest/test-sequencer').default

/** Which begin first: on a machine that has not run them before nobody knows how long they take, and a long one begun last holds up the end. */
const FIRST = [/[/]study[/]/, /[/]apps[/]/]

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    const place = ({ path }) => FIRST.findIndex((some) => some.test(path)) >>> 0
    return super.sort(tests).sort((a, b) => place(a) - place(b))
  }
}
