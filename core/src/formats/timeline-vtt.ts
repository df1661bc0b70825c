import type { Naming } from '../technique/index.js';
import { beginsLastRound, type Timeline } from '../timeline/index.js';
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

/**
 * What is said and done as captions (WebVTT), one for each event that has a cue, with the round it is in: they go with the
 * sound of {@link timelineToWav}. The first of a passage tells what the passage asks.
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
    // A line of a caption is a line: one that is empty would end it.
    const lines = [...before, `${where}${words}${count}`].flatMap((line) => line.split(/[\r\n]+/));
    return [`${moment(from)} --> ${moment(to)}\n${lines.filter(Boolean).map(plain).join('\n')}`];
  });
  return `WEBVTT\n\n${cues.map((cue, index) => `${index + 1}\n${cue}\n`).join('\n')}`;
}
