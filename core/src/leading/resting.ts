import { failure, success } from '../result.js';
import { leastStrokeRest, restNeededBeforeHold } from '../policy/index.js';
import { partsTaught, strokesAtMost, TEACHING_PARTS, type Passage } from '../session/index.js';
import type { EventKind, LiveChange, ResumePoint, Section, TimelineEvent } from '../timeline/index.js';
import { millis, type Millis } from '../units/index.js';
import {
  conventionsOfRun,
  currentTake,
  eventAt,
  ledFrom,
  ledPassages,
  logged,
  notLed,
  withChange,
  type LeadAnswer,
  type LeadRun,
} from './lead-run.js';

/**
 * A tap: it ends an open hold (the locks are released and the breath moves a margin later), natural breathing and a rest after
 * strokes once they have lasted long enough, a turn of strokes, and minutes at one's own pace: a last round is finished. A part
 * of the teaching arc gives way to what comes next.
 */
export function tapRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const event = eventAt(currentTake(run).timeline, at);
  const passage = event && run.setup.session.passages[event.passage];
  if (!passage || !tapEnds(event)) return failure({ code: 'nothing-to-tap' });
  if (event.section === 'demonstrate' || event.section === 'trial') return nextPart(run, event, passage, at);
  const { from } = event.ownPace ? (firstOfOwnPace(run, event.passage) ?? event) : event;
  const after = millis(at - from);
  const owed = event.kind === 'natural' ? restStillOwed(run, passage, at) : 0;
  if (owed > 0) return failure({ code: 'too-early', left: millis(owed * 1000) });
  if (event.open && after < event.open.least)
    return failure({ code: 'too-early', left: millis(event.open.least - after) });
  return success(
    withChange(run, {
      kind: 'ended',
      passageId: passage.id,
      cycle: event.cycle ?? 0,
      event: event.kind,
      after,
    }),
  );
}

const isTaught = (section: Section): boolean => TEACHING_PARTS.some((part) => part === section);

/** Whether a tap ends an event. */
export const tapEnds = ({ open, strokes, kind, ownPace, section }: TimelineEvent): boolean =>
  open !== null ||
  strokes !== null ||
  kind === 'natural' ||
  isTaught(section) ||
  (ownPace !== null && ownPace.stage !== 'last-round');

/** From what is shown or tried on to what comes after it; not before the rest after strokes that were tried is long enough. */
function nextPart(run: LeadRun, event: TimelineEvent, passage: Passage, at: Millis): LeadAnswer {
  if (passage.kind === 'natural') return failure({ code: 'nothing-to-tap' });
  const { section, passage: index } = event;
  const strokes = currentTake(run).timeline.events.filter(
    (one) => one.passage === index && one.section === 'trial' && one.strokes !== null && one.from < at,
  );
  const last = strokes.at(-1);
  const rest = passage.kind === 'strokes' ? leastStrokeRest(strokesAtMost(passage)) * 1000 : 0;
  const owed = last ? last.to + rest - at : 0;
  if (owed > 0) return failure({ code: 'too-early', left: millis(owed) });
  const tries = section === 'demonstrate' && partsTaught(passage.teaching).includes('trial');
  const from: ResumePoint = tries
    ? { kind: 'part', passage: index, part: 'trial', remaining: null }
    : { kind: 'cycle', passage: index, cycle: 1 };
  return success(logged(run, at, 'next-part', ledFrom(run, at, from)));
}

/** Answers to "how is it now". */
export const FELT_NOW = ['felt-easy', 'felt-some-effort', 'felt-too-much'] as const;
export type FeltNow = (typeof FELT_NOW)[number];

/** How it is now, as it was answered; what is asked is over with it. */
export function answerFelt(run: LeadRun, at: Millis, felt: FeltNow): LeadAnswer {
  const event = run.state.kind === 'leading' ? eventAt(currentTake(run).timeline, at) : undefined;
  if (event?.kind !== 'ask') return failure({ code: 'nothing-to-tap' });
  const ended = tapRun(run, at);
  return ended.ok ? success(logged(run, at, felt, ended.value)) : ended;
}

const firstOfOwnPace = (run: LeadRun, passage: number): TimelineEvent | undefined =>
  currentTake(run).timeline.events.find((event) => event.passage === passage && event.ownPace !== null);

/** Natural breathing, or minutes at one's own pace, go on so much longer; not once their last round is called. */
export function restLonger(run: LeadRun, at: Millis, by: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const event = eventAt(currentTake(run).timeline, at);
  const passage = event && run.setup.session.passages[event.passage];
  const rests = event?.kind === 'natural' && event.open === null;
  if (!passage || !(rests || event.ownPace?.stage === 'going')) return failure({ code: 'no-rest-here' });
  return success(logged(run, at, 'longer', withChange(run, { kind: 'longer', passageId: passage.id, by })));
}

/**
 * Ends the passage at once, hand down and one breath through both where a hand is up, and leaves out what lies before the next
 * natural breathing of the session, or all of it where none follows. Never refused for what speaks against it: it leads to rest.
 */
export function skipToRest(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const { passages } = run.setup.session;
  const event = eventAt(currentTake(run).timeline, at);
  const here = event && passages[event.passage];
  if (!here || here.kind === 'natural') return failure({ code: 'at-rest-already' });
  const rest = passages.findIndex(({ kind }, index) => index > event.passage && kind === 'natural');
  const leftOut = passages.slice(event.passage + 1, rest < 0 ? undefined : rest).map(({ id }) => id);
  if (event.section === 'closing' && leftOut.length === 0) return failure({ code: 'at-rest-already' });
  const skipped = [...run.changes, { kind: 'skip', passageId: here.id, leftOut } as const];
  const longer = restAfterSkip({ ...run, changes: skipped }, here, passages[rest], at);
  const changes: readonly LiveChange[] = [...skipped, ...longer];
  const from: ResumePoint = { kind: 'closing', passage: event.passage };
  return success(logged(run, at, 'rest', ledFrom({ ...run, changes }, at, from)));
}

/**
 * Seconds that natural breathing has to last because strokes came before it, more so if a hold follows, beyond the rest that they
 * had already. Domain 10, rest.
 */
function restOwed(run: LeadRun, led: readonly Passage[], rest: Passage, had: number): number {
  const index = led.indexOf(rest);
  const strokes = led.slice(0, index).findLastIndex(({ kind }) => kind === 'strokes');
  const stroked = led[strokes];
  if (stroked?.kind !== 'strokes') return 0;
  const session = { ...run.setup.session, passages: led.filter((passage) => passage !== rest) };
  const beforeHold = restNeededBeforeHold(session, strokes, conventionsOfRun(run));
  return Math.max(0, Math.max(leastStrokeRest(strokesAtMost(stroked)), beforeHold) - had);
}

/** Seconds of rest still owed where natural breathing ends now. */
function restStillOwed(run: LeadRun, rest: Passage, at: Millis): number {
  const led = ledPassages(run);
  const before = led.slice(0, led.indexOf(rest)).findLast(({ kind }) => kind === 'strokes');
  return restOwed(run, led, rest, secondsLed(run, rest, 'natural', at) + quietLed(run, before, at));
}

/** Rest that is skipped to lasts as long as the strokes before it ask for: what would have given it is left out. */
function restAfterSkip(
  run: LeadRun,
  here: Passage,
  rest: Passage | undefined,
  at: Millis,
): readonly LiveChange[] {
  if (rest?.kind !== 'natural') return [];
  // A passage that is broken off gives no rest; strokes that are ask for it all the same.
  const led = ledPassages(run).filter((passage) => passage !== here || here.kind === 'strokes');
  const before = led.slice(0, led.indexOf(rest)).findLast(({ kind }) => kind === 'strokes');
  const had = before === here ? 0 : quietLed(run, before, at);
  const by = restOwed(run, led, rest, had) - rest.length;
  return by > 0 ? [{ kind: 'longer', passageId: rest.id, by: millis(by * 1000) }] : [];
}

/** Seconds of events of a kind that were led of a passage, in whichever take. */
function secondsLed(run: LeadRun, passage: Passage, kind: EventKind, at: Millis): number {
  let led = 0;
  for (const { from, to } of eventsLed(run, passage, kind, at)) led += to - from;
  return led / 1000;
}

/** Seconds of natural breathing after the last strokes of a passage. */
function quietLed(run: LeadRun, strokes: Passage | undefined, at: Millis): number {
  const last = strokes && eventsLed(run, strokes, 'quiet', at).at(-1);
  return last ? (last.to - last.from) / 1000 : 0;
}

/** Events of a kind of a passage as far as they were led, in whichever take, in order. */
function eventsLed(run: LeadRun, passage: Passage, kind: EventKind, at: Millis) {
  const index = run.setup.session.passages.indexOf(passage);
  return run.takes.flatMap(({ timeline, ledTo }) =>
    timeline.events
      .filter((event) => event.passage === index && event.kind === kind && event.from < (ledTo ?? at))
      .map(({ from, to }) => ({ from, to: Math.min(to, ledTo ?? at) })),
  );
}
