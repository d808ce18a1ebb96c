/** One key of a room, or a row of keys that do one thing: where it stands, buttons and the sheet under `?` read it. */
export interface Key {
  /** What `event.key` says, with `shift+`, `ctrl+` or `alt+` before it where needed. */
  presses: readonly string[]
  /** How buttons and the sheet show it. */
  shown: string
  does: string
  /** Also where a button or a link has the focus, which would use the key itself. */
  overButtons?: boolean
}

const key = (press: string, does: string, shown = press.toUpperCase()): Key => ({ presses: [press], shown, does })
const DIGITS = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9']

/** Anywhere but in a class. */
export const SEARCH_KEY: Key = key('/', 'Find people, movements, plans and meetings')

export const CIRCLE_KEYS = {
  next: key('p', 'What comes next'),
}

export const PREPARE_KEYS = {
  add: key('a', 'Add a movement after the chosen block'),
  close: key('Escape', 'Close the finder', 'Esc'),
  next: key('ArrowRight', 'Choose the next block', '→'),
  previous: key('ArrowLeft', 'Choose the block before', '←'),
  nextToo: key('shift+ArrowRight', 'Choose the next block as well', 'Shift →'),
  previousToo: key('shift+ArrowLeft', 'Choose the block before as well', 'Shift ←'),
  all: key('ctrl+a', 'Choose all blocks', 'Ctrl A'),
  copy: key('ctrl+c', 'Copy the chosen blocks', 'Ctrl C'),
  paste: key('ctrl+v', 'Put copied blocks behind', 'Ctrl V'),
  later: key('alt+ArrowRight', 'Move the block later', 'Alt →'),
  earlier: key('alt+ArrowLeft', 'Move the block earlier', 'Alt ←'),
  checks: key('c', 'Open or close the checks'),
  coverage: key('v', 'Open or close the coverage'),
  compose: key('m', 'Open or close the composer'),
  again: key('d', 'Do the chosen blocks once more'),
  swap: key('s', 'Swap the chosen block for something else'),
  lanes: key('l', 'The chosen block lane by lane'),
  chain: key('k', 'Make the chosen blocks one chain, or take a chain apart'),
  wider: key('+', 'Wider columns'),
  narrower: key('-', 'Narrower columns', '−'),
  remove: key('Delete', 'Remove the block', 'Delete'),
  undo: key('ctrl+z', 'Undo', 'Ctrl Z'),
  redo: key('ctrl+shift+z', 'Redo', 'Ctrl Shift Z'),
}

export const GATHER_KEYS = {
  next: key('ArrowDown', 'Next person', '↓'),
  previous: key('ArrowUp', 'Person before', '↑'),
  came: key('h', 'Here, or not'),
  all: key('e', 'Everybody is here'),
  tired: key('t', 'Tired'),
  sore: key('s', 'Sore from last time'),
  dizzy: key('d', 'Dizzy'),
  ill: key('i', 'Ill'),
  late: key('l', 'Came late'),
  news: key('n', 'What is new since last time, one after the other'),
  pain: { presses: DIGITS, shown: '0 … 9', does: 'Pain, of 10' },
  door: key('a', 'At the door'),
  offers: key('o', 'Today’s offers'),
  props: key('p', 'Props'),
  up: key('+', 'Offers: a level up by hand'),
  down: key('-', 'Offers: a level down by hand', '−'),
}

export const LEAD_KEYS = {
  toggle: { presses: [' '], shown: 'Space', does: 'Start, pause, go on', overButtons: true },
  on: key('ArrowRight', 'On to what comes next', '→'),
  back: key('ArrowLeft', 'Back', '←'),
  skip: key('ArrowDown', 'Skip to the next movement', '↓'),
  longer: key('ArrowUp', '15 s more', '↑'),
  number: {
    presses: DIGITS,
    shown: '0 … 9',
    does: 'Pick a person: one figure up to nine people, two from ten on; after pain or effort the number',
  },
  done: key('d', 'Picked person: done'),
  partly: key('p', 'Picked person: partly, as far as now'),
  eased: key('e', 'Picked person: eased'),
  more: key('m', 'Picked person: did more'),
  stopped: key('s', 'Picked person: stopped'),
  hand: key('h', 'Picked person: needed a hand'),
  sitOut: key('x', 'Picked person: sits out'),
  pain: key('n', 'Add pain, then a number'),
  effort: key('f', 'Add effort, then a number'),
  ten: key('-', 'Ten, after pain or effort', '−'),
  clean: key('c', 'Clean form'),
  slipped: key('l', 'Form slipped'),
  easy: key('q', 'Picked person, or all not noted yet: done, easy and clean'),
  hard: key('w', 'Picked person, or all not noted yet: done, hard'),
  rest: key('r', 'All who were not noted yet: done'),
  chain: key('t', 'Picked person, or all not noted yet: the whole chain so far, done'),
  undo: key('u', 'Take the last note back'),
  course: key('k', 'Change course'),
  press: key('y', 'How even the press is'),
  distance: key('v', 'Room, hand or pocket'),
  emergency: key('!', 'Stop: emergency'),
  letGo: key('Escape', 'Let the picked person go', 'Esc'),
} satisfies Record<string, Key>

export const REFLECT_KEYS = {
  next: key('ArrowDown', 'Next decision', '↓'),
  previous: key('ArrowUp', 'Decision before', '↑'),
  accept: key('Enter', 'Accept it', 'Enter'),
  change: key('e', 'Something else'),
  refuse: key('s', 'Stay as it is'),
  all: key('a', 'Accept all that nothing speaks against'),
}

export const LADDER_KEYS = {
  next: key('ArrowDown', 'Next movement', '↓'),
  previous: key('ArrowUp', 'Movement before', '↑'),
  level: { presses: ['1', '2', '3', '4', '5'], shown: '1 … 5', does: 'The level on the chosen movement' },
  left: key('l', 'Left side, where sides are apart'),
  right: key('r', 'Right side, where sides are apart'),
  home: key('t', 'Take home'),
} satisfies Record<string, Key>

export const MEASURE_KEYS = {
  press: key(' ', 'Start, stop or count', 'Space'),
  less: key('Backspace', 'One less', 'Backspace'),
  take: key('Enter', 'Take what was counted', 'Enter'),
  left: key('l', 'Left side'),
  right: key('r', 'Right side'),
  save: key('s', 'Save'),
}
