import {
  eventIndexFrom,
  formatClock,
  formatCounts,
  type Airway,
  type Timeline,
  type TimelineEvent,
} from '@nuvrah/core';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { LAYOUT, ROOM } from './score-layout';
import type { ScoreWindow } from './score-window';

/** Shapes of one kind are one path: however many rounds there are, the page holds a dozen elements. */
export type ShapeKind =
  | 'in-left'
  | 'in-right'
  | 'in-both'
  | 'out-left'
  | 'out-right'
  | 'out-both'
  | 'hold-full'
  | 'hold-empty'
  | 'uncounted';

export interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly kind: ShapeKind | 'round' | 'count' | 'time';
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
  for (const event of events) {
    const kind = shapeOf(event);
    const [from, to] = [x(event.from), x(event.to)];
    const pieces = paths.get(kind) ?? [];
    if (pieces.length === 0) paths.set(kind, pieces);
    pieces.push(outline(kind, from, to));
    widest.set(kind, Math.max(widest.get(kind) ?? 0, to - from));
    const label = labelOf(event, kind, from, to);
    if (label) labels.push(label);
  }
  const rounds = engraveRounds(events, x, width);
  const counts = engraveCounts(events, x);
  const times = engraveTimes(window, timeline.total, x);
  return {
    width,
    shapes: [...paths].map(([kind, pieces]) => ({
      kind,
      path: pieces.join(''),
      narrow: (widest.get(kind) ?? 0) < ROOM.hatch,
    })),
    labels: [...labels, ...rounds.labels, ...counts.labels, ...times.labels],
    roundLines: rounds.lines,
    countTicks: counts.ticks,
    timeTicks: times.ticks,
  };
}

/** The events in the window, from the beginning of the cycle that it cuts into: counts are numbered from there. */
function visible(timeline: Timeline, { from, to }: ScoreWindow): readonly TimelineEvent[] {
  let first = eventIndexFrom(timeline, Math.max(0, from));
  const cycle = timeline.events[first]?.cycle ?? null;
  while (cycle !== null && first > 0 && timeline.events[first - 1]?.cycle === cycle) first--;
  let end = first;
  while (end < timeline.events.length && (timeline.events[end]?.from ?? to) < to) end++;
  return timeline.events.slice(first, end);
}

const sideOf = (airway: Airway): 'left' | 'right' | 'both' => (airway === 'closed' ? 'both' : airway);

function shapeOf({ kind, airway }: TimelineEvent): ShapeKind {
  switch (kind) {
    case 'inhale':
      return `in-${sideOf(airway)}`;
    case 'exhale':
      return `out-${sideOf(airway)}`;
    case 'internalHold':
      return 'hold-full';
    case 'externalHold':
      return 'hold-empty';
    case 'handUp':
    case 'freeBreath':
    case 'closing':
    case 'natural':
      return 'uncounted';
  }
}

const round = (value: number): string => value.toFixed(1);

/** Wedges open with the inhale and close with the exhale; holds are bars across both channels. */
function outline(kind: ShapeKind, from: number, to: number): string {
  const [a, b] = [round(from), round(to)];
  switch (kind) {
    case 'in-left':
    case 'in-right':
    case 'in-both': {
      const { middle, half } = channel(kind);
      return `M${a} ${middle}L${b} ${middle - half}V${middle + half}Z`;
    }
    case 'out-left':
    case 'out-right':
    case 'out-both': {
      const { middle, half } = channel(kind);
      return `M${b} ${middle}L${a} ${middle - half}V${middle + half}Z`;
    }
    case 'hold-full':
    case 'hold-empty':
    case 'uncounted':
      return `M${a} ${LAYOUT.hold.from}H${b}V${LAYOUT.hold.to}H${a}Z`;
  }
}

function channel(kind: ShapeKind): { middle: number; half: number } {
  if (kind.endsWith('left')) return { middle: LAYOUT.left, half: LAYOUT.wedge };
  if (kind.endsWith('right')) return { middle: LAYOUT.right, half: LAYOUT.wedge };
  return { middle: (LAYOUT.left + LAYOUT.right) / 2, half: (LAYOUT.hold.to - LAYOUT.hold.from) / 2 };
}

/** Captions of uncounted stretches, the longest that fits. */
const CAPTIONS: Readonly<Partial<Record<TimelineEvent['kind'], readonly string[]>>> = {
  handUp: ['hand up'],
  freeBreath: ['one free breath', 'free'],
  closing: ['hand down, one breath through both', 'hand down'],
  natural: ['natural breath'],
};
const LETTER = 8;

function labelOf(event: TimelineEvent, kind: ShapeKind, from: number, to: number): Label | null {
  const room = to - from;
  const { middle } = channel(kind);
  if (event.counts !== null) {
    const text = formatCounts(event.counts);
    if (room < Math.max(ROOM.count, text.length * LETTER + 4)) return null;
    // Where the wedge is wide enough for a figure.
    const share = kind.startsWith('in') ? 0.64 : kind.startsWith('out') ? 0.36 : 0.5;
    return { x: from + room * share, y: middle + 6, text, kind };
  }
  const text = CAPTIONS[event.kind]?.find((caption) => caption.length * LETTER < room);
  return text ? { x: (from + to) / 2, y: middle + 6, text, kind } : null;
}

/** The smallest of some steps, each `unit` pixels wide, that leaves enough room; null when none does. */
function stepFor(unit: number, room: number, steps: readonly number[]): number | null {
  return steps.find((step) => step * unit >= room) ?? null;
}

function engraveRounds(
  events: readonly TimelineEvent[],
  x: X,
  right: number,
): { labels: Label[]; lines: string } {
  const starts: { at: number; round: number }[] = [];
  let before: TimelineEvent | undefined;
  for (const event of events) {
    const begins =
      event.round !== null && (before?.round !== event.round || before.passage !== event.passage);
    if (begins && event.kind === 'inhale') starts.push({ at: x(event.from), round: event.round });
    before = event;
  }
  const [first, second] = starts;
  const width = first && second ? second.at - first.at : Infinity;
  const step = stepFor(width, ROOM.round, [1, 2, 5, 10, 20, 50, 100, 200, 500]) ?? 1000;
  const labels = starts
    .filter(({ at }) => at >= 0 && at < right - ROOM.round * 0.6)
    .filter(({ round: number }) => number === 1 || (step > 2 ? number : number - 1) % step === 0)
    .map(({ at, round: number }): Label => ({
      x: at,
      y: LAYOUT.roundLabel,
      text: `Round ${number}`,
      kind: 'round',
    }));
  const { from, to } = LAYOUT.roundLine;
  const lines = width < ROOM.roundLine ? '' : starts.map(({ at }) => `M${round(at)} ${from}V${to}`).join('');
  return { labels: spaced(labels, ROOM.round), lines };
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
