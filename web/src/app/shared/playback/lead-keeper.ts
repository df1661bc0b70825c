import { inject, Injectable } from '@angular/core';
import type { Sitting } from '@nuvrah/contract';
import {
  beginRun,
  millis,
  pauseRun,
  recordOf,
  sessionFromChecked,
  stopRun,
  type LeadRecord,
  type LeadRun,
  type Millis,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { BrowserStore } from '../../api/browser-store';

/** A leading in progress, as it is kept in this browser: a reload, or a page that crashes, loses at most a second of it. */
export interface KeptLead {
  /** Another format was written by another version, and is not read. */
  readonly format: 2;
  /** Whose it is: another account in the same browser does not see it. */
  readonly instructorId: string;
  readonly sitting: Sitting;
  readonly run: LeadRun;
  /** How far the current take was led when it was last seen. */
  readonly at: Millis;
  /** When it is to end, milliseconds since 1970; left out by an earlier version. */
  readonly endsBy?: number | null;
}

const KEPT_AS = 'leading';

/** Keeps what is being led in this browser until its record is on its way. */
@Injectable({ providedIn: 'root' })
export class LeadKeeper {
  private readonly store = inject(BrowserStore);
  private readonly account = inject(AccountStore);

  keep(kept: Omit<KeptLead, 'format' | 'instructorId'>): void {
    const instructorId = this.account.required().id;
    this.store.write(KEPT_AS, { format: 2, instructorId, ...kept } satisfies KeptLead);
  }

  /** What was being led when the page went away, or null. */
  kept(): KeptLead | null {
    const kept = this.store.read<KeptLead>(KEPT_AS);
    if (kept?.format !== 2 || kept.instructorId !== this.account.account()?.id) return null;
    return { ...kept, run: runAsKept(kept.run) };
  }

  forget(): void {
    this.store.remove(KEPT_AS);
  }
}

/** A run that an earlier version kept: it knew nothing of signs that were taken back, nor of what was put in and done. */
export const runAsKept = (run: LeadRun): LeadRun => ({ ...{ takenBack: [], added: [], log: [] }, ...run });

/** The run as it stood when it was last seen, paused there: going on takes the interrupted round up again. */
export function interruptedRun({ run, at }: KeptLead): LeadRun {
  const paused = pauseRun(run, at);
  return paused.ok ? paused.value : run;
}

/** The run ended where it was last seen. */
export function endedRun({ run, at }: Pick<KeptLead, 'run' | 'at'>): LeadRun {
  const stopped = stopRun(run, at);
  return stopped.ok ? stopped.value : run;
}

/** The record of a leading of which nothing was done. */
export function recordOfNothing({ session, hand, conventions }: Sitting['led']): LeadRecord {
  const run = beginRun({ session: sessionFromChecked(session), student: { hand }, conventions });
  return recordOf(endedRun({ run, at: millis(0) }));
}
