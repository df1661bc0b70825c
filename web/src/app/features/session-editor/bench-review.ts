import { computed, effect, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { StoredApproval, StoredOverruling, StoredSession, Student } from '@nuvrah/contract';
import {
  checkOrder,
  describeMissing,
  instructionsOf,
  resolveConventions,
  SessionCompiler,
  type FitTo,
  screenCase,
  type OrderingCase,
  type OrderingRecord,
  type Session,
  type Timeline,
  isDayChecked,
  standsOpen,
  isToResolve,
  leadNeeds,
  orderingRecordOf,
  readinessOf,
  screenedStudent,
  screeningCaseOf,
  sustainableOf,
  reviewToGiveOut,
  reviewToLead,
  describeNeed,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { NOW } from '../../api/now';
import { ScreeningClock } from '../../api/screening-clock';
import { handOf, studentsOf, type OwnedSession, type Owner } from '../../api/sessions';
import { beginningFor } from '../../shared/sessions/passage-of-pick';
import { SessionDraft } from './session-draft';

/** What is written, compiled: one that can be led. */
export interface Written {
  readonly session: Session;
  readonly timeline: Timeline;
}

/** Whether what is written can be led, and if not what stands in the way. */
export type LeadState =
  /** The document is none that could be led by anybody. */
  | { readonly kind: 'impossible'; readonly problems: number }
  /** Nobody is screened for a template. */
  | { readonly kind: 'template' }
  /** Of those who come to a class, so many have something in the way. */
  | { readonly kind: 'class'; readonly held: number; readonly members: number }
  | { readonly kind: 'held'; readonly needs: number }
  /** Nothing but the day check, which is asked before leading. */
  | { readonly kind: 'asks-today' }
  | { readonly kind: 'ready' };

/** Milliseconds: edits that come sooner after each other are of a count that is held down. */
const HELD_DOWN = 100;

/** Of nobody in particular nothing is known to be prepared or easy. */
const NO_RECORD: OrderingRecord = { beginner: false, withoutHold: [], easySittings: 0, entriesToday: [] };

/**
 * What the Bench says about the session that is being written: its timeline at once, and what speaks against it when the
 * picture has been drawn, so that a count that is held down never waits for the rules.
 */
@Injectable()
export class BenchReview {
  private readonly account = inject(AccountStore);
  private readonly draft = inject(SessionDraft);
  readonly day = inject(ScreeningClock).day;

  private readonly now = inject(NOW);
  private readonly compiler = new SessionCompiler();
  /** When it was written last, milliseconds. */
  private editedAt = -Infinity;
  private readonly opened = signal<OwnedSession | null>(null);
  /** While something is drawn on the score the rules wait: each frame is for the picture. */
  private readonly drawing = signal(false);
  /** As the server answered; the same while only more is known of its owner. */
  private readonly stored = computed(() => this.opened()?.session ?? null);
  /** Approvals that were put on record since it was opened. */
  private readonly approvedNow = linkedSignal<StoredSession | null, readonly StoredApproval[]>({
    source: this.stored,
    computation: () => [],
  });
  readonly owner = computed((): Owner | null => {
    const owner = this.opened()?.owner ?? null;
    if (owner?.kind !== 'student') return owner;
    const approvals = [...owner.student.approvals, ...this.approvedNow()];
    return { kind: 'student', student: { ...owner.student, approvals } };
  });
  /** The student whose it is; null for a class and a template. */
  readonly student = computed(() => {
    const owner = this.owner();
    return owner?.kind === 'student' ? owner.student : null;
  });
  readonly hand = computed((): Pick<Student, 'hand'> => {
    const owner = this.owner();
    return owner ? handOf(owner) : { hand: 'right' };
  });
  readonly sustainable = computed(() => {
    const student = this.student();
    return student && sustainableOf(student, this.day());
  });
  /** What a passage that is put in is fitted to; null where it is nobody's in particular. */
  readonly fit = computed((): FitTo | null => {
    const student = this.student();
    return student && { ...beginningFor(student, this.day()), conventions: this.conventions() };
  });
  /** Decisions about findings of this session; they are no edits of it, and not undone with them. */
  readonly overrulings = linkedSignal<readonly StoredOverruling[]>(() => this.stored()?.overrulings ?? []);

  readonly profile = computed(() => this.account.required().conventions);
  /** The same object while none of them changes: an edit of the session is seldom one of them. */
  readonly conventions = computed(
    () => resolveConventions(this.profile(), this.draft.session()?.conventions ?? {}),
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  /** While something is impossible the last picture that was possible stays. */
  private readonly written = linkedSignal<Written | null, Written | null>({
    source: () => {
      const session = this.draft.session();
      if (!session || !this.owner() || this.draft.problems().length > 0) return null;
      return { session, timeline: this.compiler.compile(session, this.hand(), this.profile()) };
    },
    computation: (now, before) => now ?? before?.value ?? null,
  });
  readonly timeline = computed(() => this.written()?.timeline ?? null);
  /** What each passage asks, in words; made when it is asked for. */
  readonly instructions = computed(() => {
    const written = this.written();
    const { naming } = this.account.required();
    const to = { ...this.hand(), naming, conventions: this.conventions() };
    return written ? instructionsOf(written.session, to) : [];
  });

  /** What was written when the picture was drawn last. */
  private readonly drawn = signal<Written | null>(null);
  /** What was reviewed last: figures of it need not keep up with a count that is held down. */
  readonly reviewed = this.drawn.asReadonly();

  /** Nothing is said of what cannot be led as it stands: a remedy would be one of an earlier session, and undo the edit. */
  private readonly possible = computed(() => (this.draft.problems().length > 0 ? null : this.drawn()));

  readonly screening = computed(() => {
    const [drawn, student] = [this.possible(), this.student()];
    return drawn && student ? screeningCaseOf(drawn.session, student, this.overrulings(), this.day()) : null;
  });
  /** Whose limits an edge rests at while it is drawn; null where it is nobody's in particular. */
  readonly screened = computed(() => {
    const student = this.student();
    return student && screenedStudent(student, this.day());
  });
  readonly findings = computed(() => {
    const screening = this.screening();
    return screening ? screenCase(screening) : [];
  });
  /** What keeps it from being led for its student. */
  private readonly needs = computed(() => {
    const [screening, student] = [this.screening(), this.student()];
    return screening && student
      ? leadNeeds(screening, readinessOf(student, this.day()), this.findings())
      : [];
  });
  /** null until the first picture was drawn. */
  readonly leadState = computed((): LeadState | null => {
    const [owner, problems] = [this.owner(), this.draft.problems().length];
    if (!owner || !this.drawn()) return null;
    if (problems > 0) return { kind: 'impossible', problems };
    if (owner.kind === 'nobody') return { kind: 'template' };
    if (owner.kind === 'class') {
      const members = this.members();
      const held = members.filter(({ needs }) => needs.length > 0).length;
      return { kind: 'class', held, members: members.length };
    }
    const needs = this.needs();
    const held = needs.filter(isToResolve).length;
    if (held > 0) return { kind: 'held', needs: held };
    return { kind: needs.length > 0 ? 'asks-today' : 'ready' };
  });
  /** Of a class: who comes, each with what speaks against it for them. */
  readonly members = computed(() => {
    const [drawn, owner] = [this.drawn(), this.owner()];
    if (!drawn || owner?.kind !== 'class') return [];
    return studentsOf(owner).map((student) => {
      const { findings, needs } = reviewToLead(drawn.session, student, [], this.day());
      return { student, findings, needs: needs.filter(isToResolve) };
    });
  });

  /** What decides about the order of what is written. */
  readonly ordering = computed((): OrderingCase | null => {
    const [drawn, student] = [this.possible(), this.student()];
    if (!drawn) return null;
    const record = student ? orderingRecordOf(student) : NO_RECORD;
    return { session: drawn.session, record, profile: this.profile() };
  });
  readonly order = computed(() => {
    const of = this.ordering();
    return of ? checkOrder(of.session, of.record, of.profile) : [];
  });

  /** What is said of the session and of its order, and stands open. */
  readonly openFindings = computed(() => [...this.findings().filter(standsOpen), ...this.order()]);

  /** What keeps it from being given out for practice without the instructor, in words. */
  readonly held = computed(() => {
    const [drawn, student] = [this.drawn(), this.student()];
    if (!drawn || !student) return [];
    return reviewToGiveOut(drawn.session, student, this.overrulings(), this.day()).needs.map(describeNeed);
  });

  readonly dayChecked = computed(() => {
    const student = this.student();
    const { today, now } = this.day();
    return student !== null && isDayChecked(student, today, now);
  });
  readonly missing = computed(() => {
    const student = this.student();
    return student ? describeMissing(student, this.day().today) : [];
  });

  constructor() {
    effect((onCleanup) => {
      const written = this.written();
      if (this.drawing()) return;
      // A timer that is set just before a frame runs after it; an edit that comes before then is reviewed instead.
      let timer: ReturnType<typeof setTimeout> | undefined;
      // While a count is held down each frame is for the picture.
      const wait = this.now() - this.editedAt < HELD_DOWN ? HELD_DOWN : 0;
      this.editedAt = this.now();
      const frame = requestAnimationFrame(() => {
        timer = setTimeout(() => this.drawn.set(written), wait);
      });
      onCleanup(() => {
        cancelAnimationFrame(frame);
        clearTimeout(timer);
      });
    });
  }

  setDrawing(drawing: boolean): void {
    this.drawing.set(drawing);
  }

  take(opened: OwnedSession): void {
    this.opened.set(opened);
  }

  approved(approval: StoredApproval): void {
    this.approvedNow.update((approvals) => [...approvals, approval]);
  }
}
