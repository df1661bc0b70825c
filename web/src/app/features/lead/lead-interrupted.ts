import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { formatClock, recordOf, techniqueName } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { describePassageRecord } from '../../shared/sitting-record/describe-record';
import { endedRun, interruptedRun, type KeptLead } from '../../shared/playback/lead-keeper';
import { leadWords } from '../../words/lead-words';

/** A leading that the page went away from: go on at the interrupted round, or end it there. */
@Component({
  selector: 'nv-lead-interrupted',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <h1>{{ words.leadingWasInterrupted }}</h1>
    <p>{{ line() }}</p>
    <ul>
      @for (one of done(); track $index) {
        <li>{{ one }}</li>
      }
    </ul>
    @if (problem(); as text) {
      <p class="notice no" role="alert">{{ text }}</p>
    }
    <div class="ways">
      <button matButton="filled" type="button" class="on" [disabled]="busy()" (click)="goOn.emit()">
        {{ words.goOnFrom(where()) }}
      </button>
      <button matButton="outlined" type="button" (click)="end.emit()">
        {{ words.endHereKeep }}
      </button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 1.25rem;
      max-width: 48rem;
      margin: 0 auto;
      padding: 4rem 2.5rem;
      font-size: 1.25rem;
    }
    h1 {
      font-size: 2.25rem;
    }
    ul {
      margin: 0;
      padding-left: 1.5rem;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
    }
    .on {
      --mat-button-filled-container-height: 3.5rem;
      --mat-button-filled-label-text-size: 1.25rem;
    }
  `,
})
export class LeadInterrupted {
  protected readonly words = leadWords.leadInterrupted;
  readonly kept = input.required<KeptLead>();
  /** Who was led, once that is known. */
  readonly student = input<string | null>(null);
  readonly busy = input.required<boolean>();
  /** Why it may not go on, in words. */
  readonly problem = input<string | null>(null);
  readonly goOn = output();
  readonly end = output();

  private readonly account = inject(AccountStore);

  protected readonly line = computed(() => {
    const { sitting } = this.kept();
    const led = formatClock(recordOf(endedRun(this.kept())).led);
    const name = this.student();
    return this.words.ledSoFar(name ? `${name}, ` : '', sitting.led.session.title, led);
  });
  protected readonly done = computed(() =>
    recordOf(endedRun(this.kept())).passages.map((passage) =>
      describePassageRecord(passage, this.account.required().naming),
    ),
  );
  /** "round 7 of Nadi shodhana", or the passage without rounds. */
  protected readonly where = computed(() => {
    const { state, setup } = interruptedRun(this.kept());
    if (state.kind !== 'paused') return 'there';
    const { resumeAt } = state;
    const technique = setup.session.passages[resumeAt.passage]?.technique;
    const of = technique ? this.words.of(techniqueName(technique, this.account.required().naming)) : '';
    if (resumeAt.kind === 'closing') return this.words.theClosingBreath(of);
    if (resumeAt.kind === 'rest') return this.words.theRest(of);
    if (resumeAt.kind === 'part') return this.words.parts[resumeAt.part](of);
    const perRound = setup.conventions.round === 'both-sides' ? 2 : 1;
    return this.words.round(Math.ceil(resumeAt.cycle / perRound), of);
  });
}
