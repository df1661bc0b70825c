import type { Naming } from '../technique/index.js';
import { beginsLastRound, type Timeline } from '../timeline/index.js';
import { callsOf } from '../voice/index.js';
import { formatsWords } from '../words/index.js';

/** "00:01:09.500". */
function moment(millis: number): string {
  const [hours, minutes] = [Math.floor(millis / 3_600_000), Math.floor(millis / 60_000) % 60];
  const seconds = ((millis % 60_000) / 1000).toFixed(3).padStart(6, '0');
  return `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}:${seconds}`;
}

/** Marks that WebVTT reads as its own. */
const plain = (words: string): string =>
  words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** A caption of some lines: a line of it is a line, and one that is empty would end it. */
const caption = (from: number, to: number, lines: readonly string[]): string => {
  const written = lines.flatMap((line) => line.split(/[\r\n]+/)).filter(Boolean);
  return `${moment(from)} --> ${moment(to)}\n${written.map(plain).join('\n')}`;
};

/**
 * What is said and done as captions (WebVTT), one for each event that has a cue, with the round it is in, and for each
 * call in it: they go with the sound of {@link timelineToWav}. The first of a passage tells what the passage asks.
 * @param instructions lines of each passage, from `instructionsOf`
 */
export function timelineToVtt(
  timeline: Timeline,
  naming: Naming,
  instructions: readonly (readonly string[])[],
): string {
  const told = new Set<number>();
  const cues = timeline.events.flatMap((event) => {
    const { from, to, cue, round, counts, ownPace } = event;
    const words = cue.spoken[naming];
    if (words === '' || to <= from) return [];
    const count = counts === null ? '' : `, ${counts}`;
    const last = ownPace === null && beginsLastRound(timeline, event) ? formatsWords.timelineVtt.theLast : '';
    const where = round === null ? '' : formatsWords.timelineVtt.round(round, last);
    const before = told.has(event.passage) ? [] : (instructions[event.passage] ?? []);
    told.add(event.passage);
    // What else is called in it takes the place of its cue: locks on and off, the last minute.
    const [cued, ...called] = callsOf(timeline, event, naming);
    return [
      caption(from, called[0]?.at ?? cued?.before ?? to, [...before, `${where}${words}${count}`]),
      ...called.map((call) => caption(call.at, call.before, [call.forms[0] ?? ''])),
    ];
  });
  return `WEBVTT\n\n${cues.map((cue, index) => `${index + 1}\n${cue}\n`).join('\n')}`;
}
