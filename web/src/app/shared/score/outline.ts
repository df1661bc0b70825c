// The outlines of the breath score: what each event looks like, as a path in pixels.
import type { Airway, TimelineEvent } from '@nuvrah/core';
import { LAYOUT } from './score-layout';

/** Shapes of one kind are one path: however many rounds there are, the page holds a dozen elements. */
export type ShapeKind =
  | `${'in' | 'out'}-${'left' | 'right' | 'both' | 'mouth'}`
  | 'hold-full'
  | 'hold-empty'
  | 'hold-open-full'
  | 'hold-open-empty'
  | 'pause'
  | 'comb'
  | 'comb-far'
  | 'own-pace'
  | 'uncounted';

type Lane = 'left' | 'right' | 'both' | 'mouth';
const laneOf = (airway: Airway): Lane => (airway === 'closed' ? 'both' : airway);

export function shapeOf({ kind, airway, open, strokes }: TimelineEvent): ShapeKind {
  switch (kind) {
    case 'inhale':
      return `in-${laneOf(airway)}`;
    case 'exhale':
      return `out-${laneOf(airway)}`;
    case 'internalHold':
      return open ? 'hold-open-full' : 'hold-full';
    case 'externalHold':
      return open ? 'hold-open-empty' : 'hold-empty';
    case 'pause':
    case 'turning':
      return 'pause';
    case 'strokes':
      return strokes?.ownPace ? 'own-pace' : 'comb';
    case 'ownPace':
      return 'own-pace';
    case 'letGo':
    case 'quiet':
    case 'seatChange':
    case 'showing':
    case 'trying':
    case 'explain':
    case 'getReady':
    case 'silence':
    case 'ask':
    case 'handUp':
    case 'freeBreath':
    case 'closing':
    case 'natural':
      return 'uncounted';
  }
}

/** Middle and half the height of the channel in which an event is drawn. */
export function channelOf({ airway, kind }: TimelineEvent): {
  readonly middle: number;
  readonly half: number;
} {
  const breathes = kind === 'inhale' || kind === 'exhale' || kind === 'strokes';
  switch (breathes ? laneOf(airway) : 'both') {
    case 'left':
      return { middle: LAYOUT.left, half: LAYOUT.wedge };
    case 'right':
      return { middle: LAYOUT.right, half: LAYOUT.wedge };
    case 'mouth':
      return { middle: LAYOUT.mouth, half: LAYOUT.mouthWedge };
    case 'both':
      return { middle: (LAYOUT.left + LAYOUT.right) / 2, half: (LAYOUT.hold.to - LAYOUT.hold.from) / 2 };
  }
}

export const round = (value: number): string => value.toFixed(1);

/** The outline of an event that reaches from one pixel to another. */
export function outline(event: TimelineEvent, kind: ShapeKind, from: number, to: number): string {
  switch (kind) {
    case 'hold-open-full':
    case 'hold-open-empty':
      // No end: it lasts as long as it is easy.
      return `M${round(to)} ${LAYOUT.hold.from}H${round(from)}V${LAYOUT.hold.to}H${round(to)}`;
    case 'hold-full':
    case 'hold-empty':
    case 'own-pace':
    case 'uncounted':
      return box(from, to, LAYOUT.hold.from, LAYOUT.hold.to);
    case 'pause':
      return pause(event, from, to);
    case 'comb':
    case 'comb-far':
      return '';
    case 'in-left':
    case 'in-right':
    case 'in-both':
    case 'in-mouth':
    case 'out-left':
    case 'out-right':
    case 'out-both':
    case 'out-mouth':
      return wedge(event, from, to);
  }
}

/** Over everything from one pixel to another. */
export const veil = (from: number, to: number): string =>
  box(from, to, LAYOUT.roundLine.from, LAYOUT.roundLine.to);

const box = (from: number, to: number, top: number, bottom: number): string =>
  `M${round(from)} ${top}H${round(to)}V${bottom}H${round(from)}Z`;

/** A pause is as high as the lungs are full; an empty one is a thin line. */
function pause({ part }: TimelineEvent, from: number, to: number): string {
  const { middle, half } = {
    middle: (LAYOUT.left + LAYOUT.right) / 2,
    half: (LAYOUT.hold.to - LAYOUT.hold.from) / 2,
  };
  const high = Math.max(3, half * (part?.from ?? 1));
  return box(from, to, Number(round(middle - high)), Number(round(middle + high)));
}

/** Wedges open with the inhale and close with the exhale; a part of a breath is the part of its wedge. */
function wedge(event: TimelineEvent, from: number, to: number): string {
  const { middle, half } = channelOf(event);
  const { part } = event;
  const begins = (part ? part.from : event.kind === 'inhale' ? 0 : 1) * half;
  const ends = (part ? part.to : event.kind === 'inhale' ? 1 : 0) * half;
  if (event.hum && to - from > LAYOUT.wave * 4) return wavy(middle, begins, ends, from, to);
  const [a, b] = [round(from), round(to)];
  if (!part && begins === 0) return `M${a} ${middle}L${b} ${middle - half}V${middle + half}Z`;
  if (!part && ends === 0) return `M${b} ${middle}L${a} ${middle - half}V${middle + half}Z`;
  const [top, end] = [round(middle - begins), round(middle - ends)];
  return `M${a} ${top}L${b} ${end}V${round(middle + ends)}L${a} ${round(middle + begins)}Z`;
}

/** The edges of a hum are waves. */
function wavy(middle: number, begins: number, ends: number, from: number, to: number): string {
  const waves = Math.max(2, Math.round((to - from) / LAYOUT.wave));
  const upper: string[] = [];
  const lower: string[] = [];
  for (let i = 0; i <= waves * 2; i++) {
    const share = i / (waves * 2);
    const x = round(from + (to - from) * share);
    const swing = i % 2 === 0 ? 0 : LAYOUT.swing;
    const half = begins + (ends - begins) * share;
    upper.push(`${x} ${round(middle - half - swing)}`);
    lower.unshift(`${x} ${round(middle + half + swing)}`);
  }
  return `M${upper.join('L')}L${lower.join('L')}Z`;
}

/**
 * Strokes are a comb: a tooth for each on a line above them, a longer one for each tenth; teeth too close to be told
 * apart are a filled band.
 */
export function comb(
  event: TimelineEvent,
  x: (at: number) => number,
): { readonly kind: ShapeKind; readonly path: string } {
  const { middle, half } = channelOf(event);
  const [from, to] = [x(event.from), x(event.to)];
  const [top, bottom] = [middle - half, middle + half];
  const spacing = (to - from) / Math.max(1, event.ticks.length);
  if (spacing < LAYOUT.tooth) return { kind: 'comb-far', path: box(from, to, top, bottom - half * 0.4) };
  const teeth = event.ticks.map((tick, i) => {
    const end = (i + 1) % 10 === 0 ? bottom : bottom - half * 0.4;
    return `M${round(x(tick))} ${top}V${round(end)}`;
  });
  return { kind: 'comb', path: `M${round(from)} ${top}H${round(to)}${teeth.join('')}` };
}

/** Locks are a bracket over their hold, as long as they are on. */
export function bracket(event: TimelineEvent, x: (at: number) => number): string {
  if (!event.locks) return '';
  const { from, to } = LAYOUT.bracket;
  return `M${round(x(event.locks.on))} ${to}V${from}H${round(x(event.locks.off))}V${to}`;
}
