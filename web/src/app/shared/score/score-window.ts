import { PHASE_KINDS, type EventKind, type Timeline, type TimelineEvent } from '@nuvrah/core';

/** The stretch of a timeline that is shown, in milliseconds, [from, to). */
export interface ScoreWindow {
  readonly from: number;
  readonly to: number;
}

/** What the score is zoomed to. A span keeps its scale while numbers change; the others follow what they name. */
export type Zoom =
  | { readonly kind: 'session' }
  | { readonly kind: 'passage'; readonly passage: number }
  | { readonly kind: 'span'; readonly from: number; readonly length: number }
  /** As a span, but a phase of one cycle begins where it began, so many milliseconds from the left: what is drawn stays under the pointer. */
  | {
      readonly kind: 'held';
      readonly phase: HeldPhase;
      readonly lead: number;
      readonly length: number;
    };

/** A phase that keeps its place on the screen while the passage changes. */
export interface HeldPhase {
  readonly passage: number;
  readonly cycle: number | null;
  readonly kind: EventKind;
}

const ORDER: readonly EventKind[] = PHASE_KINDS;

/** Where a phase begins; where it is not there any more, where it would. */
function beginOf(timeline: Timeline, { passage, cycle, kind }: HeldPhase): number {
  const events = timeline.events.filter((event) => event.passage === passage && event.cycle === cycle);
  const found = events.find((event) => event.kind === kind);
  if (found) return found.from;
  const before = events.findLast(
    (event) => ORDER.includes(event.kind) && ORDER.indexOf(event.kind) < ORDER.indexOf(kind),
  );
  return before?.to ?? events[0]?.from ?? timeline.passages[passage]?.from ?? 0;
}

/** The window as it is, with a phase kept at its place from now on. */
export const holdPhase = (window: ScoreWindow, event: TimelineEvent, timeline: Timeline): Zoom => {
  const phase = { passage: event.passage, cycle: event.cycle, kind: event.kind };
  return {
    kind: 'held',
    phase,
    lead: beginOf(timeline, phase) - window.from,
    length: window.to - window.from,
  };
};

/** Nearest zoom, in milliseconds across. */
export const SHORTEST_SPAN = 4_000;

/** A little of what is before and after, so that the ends are seen as ends. */
const MARGIN = 0.015;

export function windowOf(zoom: Zoom, timeline: Timeline): ScoreWindow {
  switch (zoom.kind) {
    case 'session':
      return around(0, timeline.total);
    case 'passage': {
      const span = timeline.passages[zoom.passage];
      return span ? around(span.from, span.to) : around(0, timeline.total);
    }
    case 'span':
      return within(timeline, zoom.from, zoom.length);
    case 'held': {
      const from = beginOf(timeline, zoom.phase) - zoom.lead;
      return { from, to: from + zoom.length };
    }
  }
}

function around(from: number, to: number): ScoreWindow {
  const margin = (to - from) * MARGIN;
  return { from: from - margin, to: to + margin };
}

/** Windows on one ruler: all as long as the longest, each from its own beginning; what is not there shows nothing. */
export function onOneRuler(windows: readonly (ScoreWindow | null)[]): readonly ScoreWindow[] {
  const lengths = windows.map((window) => (window ? window.to - window.from : 0));
  const longest = Math.max(...lengths);
  return windows.map((window, index) => {
    // The margin before the beginning is of the longest too.
    const from = window ? window.from - (longest - (lengths[index] ?? 0)) * MARGIN : -longest;
    return { from, to: from + longest };
  });
}

/** A stretch of this length moved so that it lies in the timeline, or all of it when it is longer. */
function within(timeline: Timeline, from: number, length: number): ScoreWindow {
  if (length >= timeline.total * (1 + 2 * MARGIN)) return around(0, timeline.total);
  const margin = length * MARGIN;
  const start = Math.max(-margin, Math.min(from, timeline.total + margin - length));
  return { from: start, to: start + length };
}

const toSpan = ({ from, to }: ScoreWindow): Zoom => ({ kind: 'span', from, length: to - from });

/** Zooms by a factor (above 1: nearer) around a moment, which keeps its place on the screen. */
export function zoomBy(window: ScoreWindow, factor: number, at: number, timeline: Timeline): Zoom {
  const length = Math.max(SHORTEST_SPAN, (window.to - window.from) / factor);
  const share = (at - window.from) / (window.to - window.from);
  return toSpan(within(timeline, at - share * length, length));
}

/** Moves the window by so many milliseconds, as far as there is something to see. */
export const panBy = (window: ScoreWindow, by: number, timeline: Timeline): Zoom =>
  toSpan(within(timeline, window.from + by, window.to - window.from));

/** Moves the window as little as it takes to show a stretch. */
export function reveal(window: ScoreWindow, stretch: ScoreWindow, timeline: Timeline): Zoom | null {
  const length = window.to - window.from;
  const margin = Math.min(length * 0.1, 2_000);
  if (stretch.from - margin < window.from && window.from > 0) {
    return toSpan(within(timeline, stretch.from - margin, length));
  }
  if (stretch.to + margin > window.to && window.to < timeline.total) {
    return toSpan(within(timeline, stretch.to + margin - length, length));
  }
  return null;
}

/** How many rounds are seen at a time, about. */
const ROUNDS_SHOWN = 2.5;

/** A few rounds of a passage, from this one on. */
export function roundsZoom(timeline: Timeline, passage: number, round: number): Zoom {
  const first = timeline.events.find((event) => event.passage === passage && event.round === round);
  const after = timeline.events.find((event) => event.passage === passage && event.round === round + 1);
  const length = first && after ? (after.from - first.from) * ROUNDS_SHOWN : 0;
  return first && length > 0
    ? { kind: 'span', from: first.from - length * MARGIN, length }
    : openingZoom(timeline, passage);
}

/** The first few rounds of a passage with what comes before them: how the Bench opens. */
export function openingZoom(timeline: Timeline, passage: number): Zoom {
  const span = timeline.passages[passage];
  const rounds = span?.rounds;
  if (!span || !rounds || rounds.cycles === 0) return { kind: 'passage', passage };
  const round = ((rounds.to - rounds.from) / rounds.cycles) * rounds.cyclesPerRound;
  const length = rounds.from - span.from + round * ROUNDS_SHOWN;
  return length < span.to - span.from
    ? { kind: 'span', from: span.from - length * MARGIN, length }
    : { kind: 'passage', passage };
}
