import { computed, inject, Injectable, signal } from '@angular/core';
import type { BodyOf, routes, Sitting, StoredOverruling, StoredSession, Student } from '@nuvrah/contract';
import {
  recordOf,
  sessionFromChecked,
  type FitTo,
  type LeadNeed,
  type LeadRun,
  type Millis,
  describeNeed,
  needsToLeadOn,
} from '@nuvrah/core';
import { of, take, tap, type Observable } from 'rxjs';
import { AccountStore } from '../../api/account';
import { Sittings } from '../../api/sittings';
import { OfflineQueue, type Delivery } from '../offline-queue/offline-queue';
import { endedRun, interruptedRun, LeadKeeper, type KeptLead } from './lead-keeper';
import { LeadRunner, type LeadAbout } from './lead-runner';
import { beginningFor } from '../sessions/passage-of-pick';
import { Students } from '../../api/students';
import { ScreeningClock } from '../../api/screening-clock';

/** What is told after a sitting. */
export type AfterSitting = Pick<BodyOf<typeof routes.recordSitting>, 'effort' | 'feltAfter' | 'note'>;

/** One leading of a session by the instructor, and its record on the server. */
@Injectable()
export class LeadStore extends LeadRunner {
  private readonly sittings = inject(Sittings);
  private readonly queue = inject(OfflineQueue);
  private readonly keeper = inject(LeadKeeper);
  private readonly account = inject(AccountStore);

  private readonly students = inject(Students);
  private readonly day = inject(ScreeningClock).day;

  private readonly known = signal<{
    readonly student: Student;
    readonly overrulings: readonly StoredOverruling[];
  } | null>(null);
  private readonly kept = signal<Sitting | null>(null);
  /** The sitting on the server. */
  readonly sitting = this.kept.asReadonly();

  override readonly about = computed((): LeadAbout => {
    const { naming, sound } = this.account.required();
    const led = this.kept()?.led;
    const variants = new Map((led?.variants ?? []).map(({ id, document }) => [id, document.name]));
    const cares = (led?.findings ?? []).filter(({ level }) => level === 'care');
    return { naming, sound, variants, cares };
  });

  /** Asks the server whether this may be led, and puts the sitting on record as begun. */
  begin(session: StoredSession, id: string): Observable<Sitting> {
    const body = { id, sessionId: session.id, sessionVersion: session.version };
    return this.sittings.begin(body).pipe(tap((sitting) => this.kept.set(sitting)));
  }

  /** Says of whom and of which session the leading is, as they are on record now. */
  leadFor(student: Student, overrulings: readonly StoredOverruling[]): void {
    this.known.set({ student, overrulings });
  }

  /**
   * Starts leading what the sitting holds. Must follow a press, or the browser keeps silent.
   *
   * @param endsAt the moment by which it is to end, where that is earlier than its own.
   */
  async start({ led }: Sitting, endsAt: number | null = null): Promise<void> {
    const session = sessionFromChecked(led.session);
    await this.play({ session, student: { hand: led.hand }, conventions: led.conventions });
    if (endsAt !== null) this.finishAt(endsAt);
  }

  /**
   * Goes on with a leading that the page went away from, at the interrupted round. Must follow a press.
   *
   * @returns why it may not go on, in words; null where it does, or where it was over already.
   */
  async takeUpAgain(kept: KeptLead): Promise<string | null> {
    this.kept.set(kept.sitting);
    this.endsBy.set(kept.endsBy ?? null);
    const answer = await this.goOnWith(interruptedRun(kept));
    if (answer.ok) return null;
    if (answer.problem.code === 'forbidden') return answer.problem.message;
    this.endInterrupted(kept);
    return null;
  }

  /** Ends a leading that the page went away from, where it was last seen. */
  endInterrupted(kept: KeptLead): void {
    this.kept.set(kept.sitting);
    this.current.set(endedRun(kept));
  }

  /** Puts on record what was being led elsewhere when the page went away, before another leading takes its place. */
  putAsideOther(): void {
    const other = this.keeper.kept();
    if (!other) return;
    const body = {
      version: other.sitting.version,
      record: recordOf(endedRun(other)) as never,
      effort: null,
      note: '',
    };
    const { id, studentId } = other.sitting;
    const delivery = this.queue.put({ kind: 'sitting', id, studentId, body });
    delivery.subscribe((delivered) => this.handedOver(id, delivered));
  }

  /** Puts on record what really happened, over what is there of this sitting; it waits here while the server is away. */
  save(told: AfterSitting): Observable<Delivery<'sitting'>> {
    const [sitting, record] = [this.kept(), this.record()];
    if (!sitting || !record) throw new Error('nothing was led');
    const body = { version: sitting.version, record: record as never, ...told };
    const { id, studentId } = sitting;
    const delivery = this.queue.put({ kind: 'sitting', id, studentId, body });
    return delivery.pipe(
      tap((delivered) => {
        if (delivered.kind === 'there') this.kept.set(delivered.answer);
        this.handedOver(id, delivered);
      }),
    );
  }

  /** Once the server or the queue has the record, what was kept of the leading is done with. */
  private handedOver(id: string, delivery: Delivery<'sitting'>): void {
    const safe = delivery.kind !== 'waiting' || delivery.kept;
    if (safe && this.keeper.kept()?.sitting.id === id) this.keeper.forget();
  }

  /** Screened anew with what is on record now: what speaks against it may have come since it was begun. */
  protected override objectionTo(run: LeadRun): string | null {
    const needs = this.needsOf(run);
    return needs.length === 0 ? null : needs.map(describeNeed).join(' ');
  }

  protected override readonly needsOf = (run: LeadRun): readonly LeadNeed[] => {
    const known = this.known();
    return known ? needsToLeadOn(run, known.student, known.overrulings, this.day()) : [];
  };

  protected override fit(): FitTo | null {
    const known = this.known();
    return known && beginningFor(known.student, this.day());
  }

  protected override lookAgain(): Observable<unknown> {
    const sitting = this.kept();
    const known = this.known();
    if (!sitting || !known) return of(null);
    return this.students.get(sitting.studentId).pipe(
      take(1),
      tap((student) => this.known.set({ ...known, student })),
    );
  }

  protected override keepRun(run: LeadRun, at: Millis): void {
    const sitting = this.kept();
    if (sitting) this.keeper.keep({ sitting, run, at, endsBy: this.endsBy() });
  }
}

/** The leading by the instructor, also under the name by which the picture and the buttons know it. */
export const LEAD_STORE = [LeadStore, { provide: LeadRunner, useExisting: LeadStore }];
