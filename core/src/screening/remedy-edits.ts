import { resolveConventions } from '../conventions/index.js';
import {
  cyclesInOwnRound,
  editPassage,
  insertPassage,
  newPassage,
  removePassage,
  withCycles,
  type Passage,
  type Session,
} from '../session/index.js';
import {
  SLOTS,
  techniqueName,
  techniqueOf,
  TECHNIQUES,
  type SeatId,
  type TechniqueId,
} from '../technique/index.js';
import { NEIGHBOUR_REST_SECONDS, STROKE_REST } from '../policy/index.js';
import { passageInPlaceOf, withinCapacity } from '../capacity/index.js';
import { seconds, type Seconds } from '../units/index.js';
import { sustainableIn, type Rescreener, type ScreeningCase } from './case.js';
import { PASSAGE_EDITS, withEyesOpen } from './passage-edits.js';
import type { RemedyKind } from './rule.js';
import type { Finding } from './screen.js';
import { blocksLeading } from './standing.js';
import { screeningWords } from '../words/index.js';

/** A session as a remedy would have it. */
export interface EditedSession {
  readonly session: Session;
  /** In words that follow the name of the passage. */
  readonly said: string;
  /** The same with a single round: what speaks against it speaks against the whole, and is found out sooner. */
  readonly probe?: Session;
}

/** Rest that a finding asks for: between strokes and a hold, or what keeps neighbours apart. */
const restFor = ({ feature }: Finding): Seconds =>
  seconds(feature === 'holdAfterStrokes' ? STROKE_REST.beforeHolds : NEIGHBOUR_REST_SECONDS);

/**
 * What a remedy may make of a session, the mildest first, made one by one as they are asked for. Whether it helps is found
 * out by screening it again.
 */
export function* sessionEdits(
  kind: RemedyKind,
  finding: Finding,
  of: ScreeningCase,
  again: Rescreener,
): Generator<EditedSession> {
  const { session, student, profile } = of;
  const at = session.passages.findIndex(({ id }) => id === finding.passageId);
  const passage = session.passages[at];
  if (!passage) {
    if (kind === 'shorten') yield* shortenSession(of, finding, again);
    return;
  }
  const edited = (to: Passage): Session => editPassage(session, passage.id, () => to);
  if (kind === 'remove') {
    if (session.passages.length > 1)
      yield { session: removePassage(session, passage.id), said: screeningWords.remedyEdits.leftOut };
  } else if (kind === 'replace') {
    const possible = possibleSeats(session, again);
    for (const technique of nearestTechniques(passage.technique, session)) {
      const said = screeningWords.remedyEdits.replacedBy(techniqueName(technique, 'english').toLowerCase());
      const seat = seated(replacement(of, passage, technique, again), possible);
      const to = finding.feature === 'eyesOrEarsClosed' ? withEyesOpen(seat) : seat;
      yield { session: edited(to), said, probe: edited(oneRoundOf(to)) };
    }
  } else if (kind === 'add-rest') {
    yield* addRest(of, at, restFor(finding));
  } else {
    const conventions = resolveConventions(profile, session.conventions);
    const editing = { student, sustainable: sustainableIn(of), conventions };
    for (const { passage: to, said } of PASSAGE_EDITS[kind]?.(passage, finding, editing) ?? [])
      yield { session: edited(to), said };
  }
}

/** Another technique in the place of a passage, fitted to the student. */
function replacement(
  of: ScreeningCase,
  passage: Passage,
  technique: TechniqueId,
  again: Rescreener,
): Passage {
  const conventions = resolveConventions(of.profile, of.session.conventions);
  const fit = { sustainable: sustainableIn(of), seats: of.student.seats };
  const fresh = passageInPlaceOf(passage, technique, again.lengthOf(passage), conventions, fit);
  return withinCapacity(fresh, fit.sustainable, conventions) ?? fresh;
}

/** Whether a seat by itself is possible for the student: found out once for each, by sitting quietly in it. */
function possibleSeats(session: Session, again: Rescreener): (seat: SeatId) => boolean {
  const known = new Map<SeatId, boolean>();
  return (seat) => {
    const there = known.get(seat);
    if (there !== undefined) return there;
    const quiet = { ...newPassage('natural-breath', 'seat'), seat };
    const possible = !again.screen({ ...session, passages: [quiet] }).some(blocksLeading);
    known.set(seat, possible);
    return possible;
  };
}

/** The passage in the first of its technique's seats that is possible; as it is where its own is, or none is. */
function seated(passage: Passage, possible: (seat: SeatId) => boolean): Passage {
  if (possible(passage.seat)) return passage;
  const seat = techniqueOf(passage.technique).seats.find(possible);
  return seat ? { ...passage, seat } : passage;
}

const oneRoundOf = (passage: Passage): Passage =>
  passage.kind === 'counted' ? withCycles(passage, cyclesInOwnRound(passage)) : passage;

/** Every other technique that is not a mere rest, from the nearest in slot and goal to the farthest; the simpler form before others. */
export function nearestTechniques(technique: TechniqueId, session: Session): readonly TechniqueId[] {
  const own = techniqueOf(technique);
  const used = new Set(session.passages.map((passage) => passage.technique));
  const distance = ({ id, slot, effects }: (typeof TECHNIQUES)[number]): number =>
    Math.abs(SLOTS.indexOf(slot) - SLOTS.indexOf(own.slot)) * 4 +
    (effects.includes(session.goal) ? 0 : 2) +
    (id === own.simpler ? 0 : 1) +
    (used.has(id) ? 4 : 0);
  return TECHNIQUES.filter(({ id, features }) => id !== technique && !features.includes('rest'))
    .map((entry) => ({ id: entry.id, far: distance(entry) }))
    .sort((a, b) => a.far - b.far)
    .map(({ id }) => id);
}

function addRest({ session, student }: ScreeningCase, at: number, rest: Seconds): readonly EditedSession[] {
  const before = session.passages[at - 1];
  const said = screeningWords.remedyEdits.afterRest(rest);
  const longer = (length: Seconds | 'convention'): Seconds =>
    seconds(Math.max(rest, length === 'convention' ? 0 : length));
  if (before?.kind === 'strokes') {
    const rested = { ...before, quiet: longer(before.quiet) };
    return [{ session: editPassage(session, before.id, () => rested), said }];
  }
  if (before?.kind === 'natural') {
    const rested = { ...before, length: longer(before.length), untilTap: false };
    return [{ session: editPassage(session, before.id, () => rested), said }];
  }
  const of = session.passages[at];
  if (!of || !before) return [];
  const seat = student.seats.length === 0 || student.seats.includes(of.seat) ? of.seat : student.seats[0];
  const natural = { ...newPassage('natural-breath', restId(of.id)), seat: seat ?? of.seat, length: rest };
  return [{ session: insertPassage(session, natural as Passage, before.id), said }];
}

/** An id for the rest before a passage, made from that passage's: the same edit gives the same session. */
function restId(id: string): string {
  const last = id.at(-1) ?? '0';
  const next = '0123456789abcdef'[('0123456789abcdef'.indexOf(last.toLowerCase()) + 7) % 16] ?? '0';
  return id.slice(0, -1) + next;
}

/** The longest passage that is not natural breathing, shortened by what the session lasts too long. */
function shortenSession(screened: ScreeningCase, of: Finding, again: Rescreener): readonly EditedSession[] {
  const { session, student, profile } = screened;
  const conventions = resolveConventions(profile, session.conventions);
  const editing = { student, sustainable: sustainableIn(screened), conventions };
  const [longest] = session.passages
    .filter(({ kind }) => kind === 'counted')
    .map((passage) => ({ passage, minutes: again.lengthOf(passage) / 60 }))
    .sort((a, b) => b.minutes - a.minutes);
  if (!longest || longest.minutes <= of.value) return [];
  const { passage, minutes } = longest;
  const finding: Finding = { ...of, value: minutes, threshold: minutes - of.value };
  return (PASSAGE_EDITS.shorten?.(passage, finding, editing) ?? []).map(({ passage: to, said }) => ({
    session: editPassage(session, passage.id, () => to),
    said: `${techniqueName(to.technique, 'english')}: ${said}`,
  }));
}
