import { inLanguage } from '@nuvrah/core';

/** Words of the list of keys; what each does stands by the name under which its keys are registered. */
export const shortcutWords = inLanguage({
  title: 'Keys',
  close: 'Close',
  everywhere: {
    place: 'Everywhere',
    search: 'search',
    list: 'this list',
    signs: 'signs to stop at, and what to do',
    close: 'closes what is open',
  },
  bench: {
    place: 'Bench',
    back: 'to the phase before, on the score',
    on: 'to the next phase',
    first: 'to the first phase',
    last: 'to the last phase',
    more: 'more counts, on the score and in a field; with Shift by halves',
    less: 'fewer counts; a number typed sets them',
    menu: 'what else can be done with the phase',
    side: 'begin on the other side',
    drop: 'drops the hold that is selected',
    copy: 'copies the passage that is chosen, also for another session',
    paste: 'puts it in after the passage that is chosen',
    undo: 'undo',
    redo: 'redo',
  },
  capacity: { place: 'Capacity check', tap: 'begins and ends a try; counts an inhale' },
  ready: { place: 'Before leading', start: 'starts' },
  lead: {
    place: 'While leading',
    pause: 'pauses, goes on',
    tap: 'ends an open hold, a rest or a turn of strokes; space does where it waits for that',
    ease: 'ease down from the next round',
    oneMore: 'one more round',
    finish: 'finish after this round',
    voice: 'turns the voice off and on; tones go on',
    stop: 'stop',
  },
  wheel: {
    place: 'Wheel on the score',
    zoom: ['Ctrl wheel', 'nearer and further'],
    move: ['Shift wheel', 'along the session'],
  },
});
