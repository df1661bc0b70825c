// A session of twelve passages that most conditions speak against: what screening and mending are measured with.
import { newPassage, seconds } from '../core/dist/index.js';

const TECHNIQUES = [
  'breath-watching',
  'three-part',
  'tense-release',
  'ujjayi',
  'kapalabhati',
  'bhastrika',
  'even-rapid',
  'nadi-shodhana',
  'sama-vritti',
  'surya-bhedana',
  'bhramari',
  'closing-stillness',
];
const withHold = (passage) =>
  ['nadi-shodhana', 'sama-vritti', 'surya-bhedana'].includes(passage.technique)
    ? { ...passage, ratio: { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 }, base: 5, cycles: 24 }
    : passage;
export const twelvePassages = {
  title: 'Twelve',
  goal: 'energise',
  conventions: {},
  minutes: null,
  seatChange: seconds(10),
  passages: TECHNIQUES.map((id, index) =>
    withHold(newPassage(id, `00000000-0000-4000-8000-0000000000${10 + index}`)),
  ),
};
