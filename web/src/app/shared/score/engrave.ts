import {
  eventIndexFrom,
  formatClock,
  formatCounts,
  formatSeconds,
  lastRound,
  LOCKS,
  type Timeline,
  type TimelineEvent,
} from '@nuvrah/core';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { bracket, veil, channelOf, comb, outline, round, shapeOf, type ShapeKind } from './outline';
import { LAYOUT, ROOM } from './score-layout';
import type { ScoreWindow } from './score-window';
import { scoreWords } from '../../words/score-words';

export interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly kind: ShapeKind | 'round' | 'count' | 'time' | 'strokes' | 'rate' | 'lock';
}

export interface EngravedShape {
  readonly kind: ShapeKind;
  readonly path: string;
  /** Too narrow for a hatching to be seen as one. */
  readonly narrow: boolean;
}

/** Geometry in pixels, ready to be drawn; drawing decides nothing. */
export interface EngravedScore {
  readonly width: number;
  readonly shapes: readonly EngravedShape[];
  readonly labels: readonly Label[];
  readonly roundLines: string;
  readonly brackets: string;
  /** Dotted line along a breath with the throat sound. */
  readonly throat: string;
  /** Over what is shown or tried. */
  readonly veils: string;
  readonly usesMouth: boolean;
  readonly countTicks: string;
  readonly timeTicks: string;
}

type X = ScaleLinear<number, number>;

/** Engraves the events that the window shows onto so many pixels. */
export function engrave(timeline: Timeline, window: ScoreWindow, width: number): EngravedScore {
  const x = scaleLinear([window.from, window.to], [0, width]);
  const events = visible(timeline, window);
  const paths = new Map<ShapeKind, string[]>();
  const widest = new Map<ShapeKind, number>();
  const labels: Label[] = [];
  const brackets: string[] = [];
  const throat: string[] = [];
  const draw = (kind: ShapeKind, path: string, width: number): void => {
    const pieces = paths.get(kind) ?? [];
    if (pieces.length === 0) paths.set(kind, pieces);
    pieces.push(path);
    widest.set(kind, Math.max(widest.get(kind) ?? 0, width));
  };
  for (const event of events) {
    const kind = shapeOf(event);
    const [from, to] = [x(event.from), x(event.to)];
    if (kind === 'comb') {
      const drawn = comb(event, x);
      draw(drawn.kind, drawn.path, to - from);
    } else draw(kind, outline(event, kind, from, to), to - from);
    brackets.push(bracket(event, x));
    if (event.throat && to - from > ROOM.hatch)
      throat.push(`M${round(from)} ${channelOf(event).middle}H${round(to)}`);
    labels.push(...labelsOf(event, kind, from, to));
  }
  const rounds = engraveRounds(events, timeline, x, width);
  const taught = engraveTaught(events, x);
  const counts = engraveCounts(events, x);
  const times = engraveTimes(window, timeline.total, x);
  return {
    width,
    shapes: [...paths].map(([kind, pieces]) => ({
      kind,
      path: pieces.join(''),
      narrow: (widest.get(kind) ?? 0) < ROOM.hatch,
    })),
    labels: [...labels, ...taught.labels, ...rounds.labels, ...counts.labels, ...times.labels],
    roundLines: rounds.lines,
    brackets: brackets.join(''),
    throat: throat.join(''),
    veils: taught.veils,
    usesMouth: events.some(({ airway }) => airway === 'mouth'),
    countTicks: counts.ticks,
    timeTicks: times.ticks,
  };
}

/** The events in the window, from the beginning of the cycle that it cuts into: counts are numbered from there. */
function visible(timeline: Timeline, { from, to }: ScoreWindow): readonly TimelineEvent[] {
  let first = eventIndexFrom(timeline, Math.max(0, from));
  const cycle = timeline.events[first]?.cycle ?? null;
  const passage = timeline.events[first]?.passage;
  const same = (event: TimelineEvent | undefined): boolean =>
    event?.cycle === cycle && event.passage === passage;
  while (cycle !== null && first > 0 && same(timeline.events[first - 1])) first--;
  let end = first;
  while (end < timeline.events.length && (timeline.events[end]?.from ?? to) < to) end++;
  return timeline.events.slice(first, end);
}

/** Captions of uncounted stretches, the longest that fits. */
const CAPTIONS: Readonly<Partial<Record<TimelineEvent['kind'], readonly string[]>>> = {
  handUp: [scoreWords.engrave.handUp],
  freeBreath: [scoreWords.engrave.oneFreeBreath, 'free'],
  closing: [scoreWords.engrave.handDownBreath, scoreWords.engrave.handDown],
  natural: [scoreWords.engrave.naturalBreath],
  quiet: [scoreWords.engrave.naturalBreathUntilQuiet, scoreWords.engrave.untilQuiet, 'quiet'],
  ownPace: [scoreWords.engrave.theSameAtOnes, scoreWords.engrave.ownPace],
  letGo: [scoreWords.engrave.letGo],
  seatChange: [scoreWords.engrave.changeOfSeat, 'seat'],
  explain: [scoreWords.engrave.explain],
  showing: [scoreWords.engrave.showing],
  trying: [scoreWords.engrave.trying],
  silence: [scoreWords.engrave.silence],
  ask: [scoreWords.engrave.ask, scoreWords.engrave.askShort],
};
/** With nothing counted before it. */
const OWN_PACE_ALONE = [scoreWords.engrave.atOnesOwnPace, scoreWords.engrave.ownPace];
const OWN_PACE_ENDS = {
  'last-minute': [scoreWords.engrave.theLastMinute, scoreWords.engrave.lastMin],
  'last-round': [scoreWords.engrave.lastRound, 'last'],
} as const;
const LETTER = 8;

function labelsOf(event: TimelineEvent, kind: ShapeKind, from: number, to: number): Label[] {
  const room = to - from;
  const { middle } = channelOf(event);
  const within = (text: string, y: number, of: Label['kind'] = kind): Label[] =>
    text.length * LETTER + 4 < room ? [{ x: (from + to) / 2, y, text, kind: of }] : [];
  if (event.strokes) {
    const { number, rate, ownPace } = event.strokes;
    if (ownPace) {
      const long = within(scoreWords.engrave.strokesAtOwnPace(number), middle + 6);
      return long.length > 0 ? long : within(scoreWords.engrave.about(number), middle + 6);
    }
    const count = within(String(number), middle + 2, 'strokes');
    return count.length > 0 ? [...count, ...within(scoreWords.engrave.min(rate), middle + 20, 'rate')] : [];
  }
  const locks = event.locks
    ? within(event.locks.locks.map((lock) => LOCKS[lock].letter).join(' '), LAYOUT.hold.from + 18, 'lock')
    : [];
  if (event.open && kind !== 'uncounted') {
    const { expected, cap } = event.open;
    const seconds = (value: number): string => formatSeconds(value / 1000);
    const long = within(scoreWords.engrave.secondsAtMost(seconds(expected), seconds(cap)), middle + 6);
    return [...(long.length > 0 ? long : within(`≤${seconds(cap)}`, middle + 6)), ...locks];
  }
  if (event.counts !== null) {
    const text = formatCounts(event.counts);
    if (room < Math.max(ROOM.count, text.length * LETTER + 4)) return locks;
    return [{ x: from + room * shareFor(event), y: middle + 6, text, kind }, ...locks];
  }
  const stage = event.ownPace?.stage ?? 'going';
  const going = event.ownPace?.alone ? OWN_PACE_ALONE : CAPTIONS[event.kind];
  const captions = (stage === 'going' ? going : OWN_PACE_ENDS[stage]) ?? [];
  const caption = captions.find((text) => text.length * LETTER < room);
  return caption ? within(caption, middle + 6) : [];
}

/** Where a whole wedge is wide enough for a figure; the middle of everything else. */
const shareFor = ({ kind, part }: TimelineEvent): number =>
  part ? 0.5 : kind === 'inhale' ? 0.64 : kind === 'exhale' ? 0.36 : 0.5;

/** The smallest of some steps, each `unit` pixels wide, that leaves enough room; null when none does. */
function stepFor(unit: number, room: number, steps: readonly number[]): number | null {
  return steps.find((step) => step * unit >= room) ?? null;
}

/** Up to which round more may follow until the last one is called. */
function roundsThatFollow({ passages }: Timeline, { from }: TimelineEvent): string {
  const rounds = passages.find((span) => span.from <= from && from < span.to)?.rounds;
  return rounds && rounds.most > rounds.cycles
    ? scoreWords.engrave.upTo(lastRound({ ...rounds, cycles: rounds.most }))
    : '';
}

function engraveRounds(
  events: readonly TimelineEvent[],
  timeline: Timeline,
  x: X,
  right: number,
): { labels: Label[]; lines: string } {
  const starts: { at: number; round: number; word: string; upTo: string }[] = [];
  let before: TimelineEvent | undefined;
  for (const event of events) {
    const begins =
      event.round !== null && (before?.round !== event.round || before.passage !== event.passage);
    const first = event.kind === 'inhale' || event.strokes !== null;
    if (begins && first)
      starts.push({
        at: x(event.from),
        round: event.round,
        word: event.strokes ? scoreWords.engrave.set : scoreWords.engrave.round,
        upTo: event.lastRound ? roundsThatFollow(timeline, event) : '',
      });
    before = event;
  }
  const [first, second] = starts;
  const width = first && second ? second.at - first.at : Infinity;
  const step = stepFor(width, ROOM.round, [1, 2, 5, 10, 20, 50, 100, 200, 500]) ?? 1000;
  const labels = starts
    .filter(({ at }) => at >= 0 && at < right - ROOM.round * 0.6)
    .filter(({ round: number }) => number === 1 || (step > 2 ? number : number - 1) % step === 0)
    .map(({ at, round: number, word, upTo }): Label => ({
      x: at,
      y: LAYOUT.roundLabel,
      text: `${word} ${number}${upTo}`,
      kind: 'round',
    }));
  const { from, to } = LAYOUT.roundLine;
  const lines = width < ROOM.roundLine ? '' : starts.map(({ at }) => `M${round(at)} ${from}V${to}`).join('');
  return { labels: spaced(labels, ROOM.round), lines };
}

/** What is shown or tried is told where it begins, and veiled: it does not count. */
function engraveTaught(events: readonly TimelineEvent[], x: X): { labels: Label[]; veils: string } {
  const labels: Label[] = [];
  const veils: string[] = [];
  let before: TimelineEvent | undefined;
  let from = 0;
  for (const [index, event] of events.entries()) {
    const { section } = event;
    const next = events[index + 1];
    const starts = before?.section !== section || before.passage !== event.passage;
    before = event;
    if (section !== 'demonstrate' && section !== 'trial') continue;
    if (starts) from = x(event.from);
    if (next?.section === section && next.passage === event.passage) continue;
    const to = x(event.to);
    veils.push(veil(from, to));
    const text = section === 'trial' ? scoreWords.engrave.tried : scoreWords.engrave.shown;
    if (to - from > ROOM.round * 0.8) labels.push({ x: from, y: LAYOUT.roundLabel, text, kind: 'round' });
  }
  return { labels, veils: veils.join('') };
}

/** Drops labels that would run into the one before. */
function spaced(labels: readonly Label[], room: number): Label[] {
  const kept: Label[] = [];
  for (const label of labels) {
    const last = kept.at(-1);
    if (!last || label.x - last.x >= room * 0.8) kept.push(label);
  }
  return kept;
}

/** A tick for each count, numbered within the cycle. */
function engraveCounts(events: readonly TimelineEvent[], x: X): { labels: Label[]; ticks: string } {
  const labels: Label[] = [];
  const ticks: string[] = [];
  let counted = 0;
  let cycle: number | null | undefined;
  for (const event of events) {
    if (event.counts === null) continue;
    const wide = (x(event.to) - x(event.from)) / event.counts;
    const step = wide < ROOM.countTick ? null : stepFor(wide, ROOM.countLabel, [1, 2, 3, 4, 6, 12, 24]);
    if (step === null) continue;
    if (event.cycle !== cycle || event.cycle === null) counted = 0;
    cycle = event.cycle;
    event.ticks.forEach((tick, index) => {
      const at = x(tick);
      const number = counted + index;
      const numbered = number > 0 && number % step === 0;
      ticks.push(`M${round(at)} ${LAYOUT.counts.line}v${numbered ? 8 : 5}`);
      if (numbered) labels.push({ x: at, y: LAYOUT.counts.label, text: formatCounts(number), kind: 'count' });
    });
    counted += event.counts;
  }
  return { labels: spaced(labels, ROOM.countLabel), ticks: ticks.join('') };
}

const TIME_STEPS = [1, 2, 5, 10, 15, 20, 30, 60, 120, 300, 600, 900, 1800, 3600].map(
  (seconds) => seconds * 1000,
);

function engraveTimes(window: ScoreWindow, total: number, x: X): { labels: Label[]; ticks: string } {
  const step = stepFor(x(1) - x(0), ROOM.timeLabel, TIME_STEPS) ?? 7_200_000;
  const labels: Label[] = [];
  const ticks: string[] = [];
  for (
    let at = Math.ceil(Math.max(0, window.from) / step) * step;
    at <= Math.min(window.to, total);
    at += step
  ) {
    ticks.push(`M${round(x(at))} ${LAYOUT.times.line}v6`);
    // The first one is kept whole at the edge.
    labels.push({
      x: Math.max(x(at), ROOM.timeEdge),
      y: LAYOUT.times.label,
      text: formatClock(at),
      kind: 'time',
    });
  }
  return { labels, ticks: ticks.join('') };
}
