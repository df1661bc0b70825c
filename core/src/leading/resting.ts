import { failure, success } from '../result.js';
import { leastStrokeRest, restNeededBeforeHold } from '../policy/index.js';
import type { Passage, Session } from '../session/index.js';
import type { LiveChange, ResumePoint } from '../timeline/index.js';
import { millis, seconds, type Millis } from '../units/index.js';
import {
  compileRest,
  conventionsOfRun,
  currentTake,
  endTake,
  eventAt,
  withChange,
  type LeadAnswer,
  type LeadRun,
  type Take,
} from './lead-run.js';

const notLed = ({ state }: LeadRun): LeadAnswer =>
  failure({ code: state.kind === 'paused' ? 'paused' : 'not-leading' });

/**
 * A tap: it ends an open hold (the locks are released and the breath moves a margin later), natural breathing, a rest after strokes once it has lasted long enough, and a turn of strokes.
 */
export function tapRun(run: LeadRun, at: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const event = eventAt(currentTake(run).timeline, at);
  const passage = event && run.setup.session.passages[event.passage];
  const ends = event && (event.open !== null || event.strokes !== null || event.kind === 'natural');
  if (!passage || !ends) return failure({ code: 'nothing-to-tap' });
  const after = millis(at - event.from);
  const needed = event.kind === 'natural' ? restNeededOf(run, event.passage, after) : 0;
  if (needed > 0) return failure({ code: 'too-early', left: millis(needed * 1000) });
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

/** Natural breathing goes on so much longer. */
export function restLonger(run: LeadRun, at: Millis, by: Millis): LeadAnswer {
  if (run.state.kind !== 'leading') return notLed(run);
  const event = eventAt(currentTake(run).timeline, at);
  const passage = event && run.setup.session.passages[event.passage];
  if (!passage || event.kind !== 'natural' || event.open !== null) return failure({ code: 'no-rest-here' });
  return success(withChange(run, { kind: 'longer', passageId: passage.id, by }));
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
  const changes: readonly LiveChange[] = [
    ...run.changes,
    { kind: 'skip', passageId: here.id, leftOut },
    ...restAfterSkip(run, event.passage, leftOut, passages[rest]),
  ];
  const from: ResumePoint = { kind: 'closing', passage: event.passage };
  const take: Take = { timeline: compileRest(run.setup, changes, from), from, ledTo: null };
  const ended = endTake(run, at);
  return success({ ...ended, changes, takes: [...ended.takes, take] });
}

/** Seconds that natural breathing has to go on because strokes came before it and a hold follows. Domain 10, rest. */
function restNeededOf(run: LeadRun, index: number, after: Millis): number {
  const { session } = run.setup;
  const strokes = session.passages.slice(0, index).findLastIndex(({ kind }) => kind === 'strokes');
  if (strokes < 0) return 0;
  const ended = session.passages.map((passage, at) =>
    at === index && passage.kind === 'natural' ? { ...passage, length: seconds(after / 1000) } : passage,
  );
  return Math.max(0, restNeededIn(run, strokes, ended) - quietAfter(run, strokes));
}

/** Seconds of rest that strokes need where these passages follow them. */
const restNeededIn = (run: LeadRun, strokes: number, passages: readonly Passage[]): number =>
  restNeededBeforeHold(
    { ...run.setup.session, passages: passages as unknown as Session['passages'] },
    strokes,
    conventionsOfRun(run),
  );

/** Seconds of natural breathing after the last strokes of a passage; 0 where they were led before a pause. */
function quietAfter(run: LeadRun, strokes: number): number {
  const { events } = currentTake(run).timeline;
  const quiet = events.findLast(({ kind, passage }) => kind === 'quiet' && passage === strokes);
  return quiet ? (quiet.to - quiet.from) / 1000 : 0;
}

/** Rest that is skipped to lasts as long as the strokes before it ask for: what would have given it is left out. */
function restAfterSkip(
  run: LeadRun,
  here: number,
  leftOut: readonly string[],
  rest: Passage | undefined,
): readonly LiveChange[] {
  const { passages } = run.setup.session;
  const strokes = passages.slice(0, here + 1).findLastIndex(({ kind }) => kind === 'strokes');
  if (strokes < 0 || rest?.kind !== 'natural') return [];
  const led = passages.filter(
    ({ id }, index) => !leftOut.includes(id) && (index <= strokes || index !== here),
  );
  const given = strokes === here ? 0 : quietAfter(run, strokes);
  const stroked = passages[here];
  const afterStrokes = stroked?.kind === 'strokes' ? leastStrokeRest(stroked.strokes) - rest.length : 0;
  const by = Math.max(restNeededIn(run, strokes, led) - given, afterStrokes);
  return by > 0 ? [{ kind: 'longer', passageId: rest.id, by: millis(by * 1000) }] : [];
}
