import { computed, inject, Injectable } from '@angular/core';
import { currentTake, type EaseWay, type LeadSetup } from '@nuvrah/core';
import { of, type Observable } from 'rxjs';
import { AccountStore } from '../../api/account';
import { Variants } from '../../api/variants';
import { LeadRunner, type LeadAbout } from '../../shared/playback/lead-runner';

/** Leads a session through with nobody there: any part of it, at any speed, without a record. */
@Injectable()
export class RehearsalRunner extends LeadRunner {
  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);

  override readonly about = computed((): LeadAbout => {
    const { naming, sound } = this.account.required();
    return { naming, sound, variants: this.variants.names(), cares: [] };
  });

  protected override readonly ways: readonly EaseWay[] = ['halve', 'drop-hold'];
  protected override readonly needsOf = null;

  /** Starts it from the beginning of a passage. Must follow a press, or the browser keeps silent. */
  async rehearse(setup: LeadSetup, passage: number): Promise<void> {
    await this.play(setup);
    const run = this.run();
    const from = run && currentTake(run).timeline.passages[passage]?.from;
    if (from) this.seek(from);
  }

  /** Goes to a moment of what is led now, in milliseconds. */
  seek(at: number): void {
    if (this.run()?.state.kind === 'leading') this.playFrom(at);
  }

  /** Goes on so many times as fast. */
  atSpeed(speed: number): void {
    const at = this.position();
    this.player.speed.set(speed);
    this.seek(Math.max(0, at));
  }

  /** Over and done with: nothing of it stays. */
  leave(): void {
    this.hush();
    this.current.set(null);
  }

  protected override fit(): null {
    return null;
  }

  protected override objectionTo(): null {
    return null;
  }

  protected override lookAgain(): Observable<unknown> {
    return of(null);
  }

  protected override keepRun(): void {
    // Nothing of a rehearsal is kept.
  }
}
