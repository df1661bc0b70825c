import { computed, inject, Injectable, signal } from '@angular/core';
import type { Sitting, StoredSession } from '@nuvrah/contract';
import { recordOf, sessionFromChecked, type LeadRun, type Millis } from '@nuvrah/core';
import { tap, type Observable } from 'rxjs';
import { AccountStore } from '../api/account';
import { RecordOutbox, type Delivery } from '../api/record-outbox';
import { Sittings } from '../api/sittings';
import { endedRun, interruptedRun, LeadKeeper, type KeptLead } from './lead-keeper';
import { LeadRunner, type LeadAbout } from './lead-runner';

/** One leading of a session by the instructor, and its record on the server. */
@Injectable()
export class LeadStore extends LeadRunner {
  private readonly sittings = inject(Sittings);
  private readonly outbox = inject(RecordOutbox);
  private readonly keeper = inject(LeadKeeper);
  private readonly account = inject(AccountStore);

  private readonly kept = signal<Sitting | null>(null);
  /** The sitting on the server. */
  readonly sitting = this.kept.asReadonly();

  override readonly about = computed((): LeadAbout => {
    const { naming } = this.account.required();
    const led = this.kept()?.led;
    const variants = new Map((led?.variants ?? []).map(({ id, document }) => [id, document.name]));
    const cares = (led?.findings ?? []).filter(({ level }) => level === 'care');
    return { naming, variants, cares };
  });

  /** Asks the server whether this may be led, and puts the sitting on record as begun. */
  begin(session: StoredSession, id: string): Observable<Sitting> {
    const body = { id, sessionId: session.id, sessionVersion: session.version };
    return this.sittings.begin(body).pipe(tap((sitting) => this.kept.set(sitting)));
  }

  /** Starts leading what the sitting holds. Must follow a press, or the browser keeps silent. */
  async start({ led }: Sitting): Promise<void> {
    const session = sessionFromChecked(led.session);
    await this.play({ session, student: { hand: led.hand }, conventions: led.conventions });
  }

  /** Goes on with a leading that the page went away from, at the interrupted round. Must follow a press. */
  async takeUpAgain(kept: KeptLead): Promise<void> {
    this.kept.set(kept.sitting);
    if (!(await this.goOnWith(interruptedRun(kept)))) this.endInterrupted(kept);
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
    this.outbox.send(other.sitting.id, body).subscribe({ error: () => undefined });
    this.keeper.forget();
  }

  /** Puts on record what really happened, over what is there of this sitting; it waits here while the server is away. */
  save(effort: number | null, note: string): Observable<Delivery> {
    const [sitting, record] = [this.kept(), this.record()];
    if (!sitting || !record) throw new Error('nothing was led');
    const body = { version: sitting.version, record: record as never, effort, note };
    const delivery = this.outbox.send(sitting.id, body);
    // From here on the outbox has it.
    this.keeper.forget();
    return delivery.pipe(
      tap((delivered) => {
        if (delivered.kind === 'on-record') this.kept.set(delivered.sitting);
      }),
    );
  }

  protected override keepRun(run: LeadRun, at: Millis): void {
    const sitting = this.kept();
    if (sitting) this.keeper.keep({ sitting, run, at });
  }
}

/** The leading by the instructor, also under the name by which the picture and the buttons know it. */
export const LEAD_STORE = [LeadStore, { provide: LeadRunner, useExisting: LeadStore }];
