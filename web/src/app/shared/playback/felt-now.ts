import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FELT_NOW, type FeltNow } from '@nuvrah/core';
import { keyLabel, SHORTCUT_KEYS, shortcutOf, type ShortcutIn } from '../shortcut-keys';
import { leadWords } from '../../words/lead-words';
import { LeadRunner } from './lead-runner';

/** The key of each answer. */
const KEYS: Readonly<Record<FeltNow, ShortcutIn<'howIsItNow'>>> = {
  'felt-easy': 'easy',
  'felt-some-effort': 'someEffort',
  'felt-too-much': 'tooMuch',
};

/** The answers to "how is it now": one press, kept with its time, and it goes on. */
@Component({
  selector: 'nv-felt-now',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <div role="group" [attr.aria-label]="words.howIsItNow">
      @for (felt of answers; track felt) {
        <button type="button" (click)="store.answerFelt(felt)">
          {{ words.answers[felt] }} <small>{{ keyOf(felt) }}</small>
        </button>
      }
    </div>
  `,
  styles: `
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 0.625rem;
    }
    button {
      flex: 1 1 9rem;
      min-height: 4rem;
      font: 600 1.375rem / 1.2 var(--sans);
      color: var(--ground);
      background: var(--ink);
      border: 2px solid var(--ink);
      border-radius: 4px;
      cursor: pointer;
    }
    button:hover {
      background: var(--soft-ink);
    }
    small {
      font: 400 1rem / 1.2 var(--sans);
    }
    @media (max-width: 30rem) {
      button {
        flex-basis: 28%;
        min-height: 3.5rem;
        font-size: 1.125rem;
      }
      small {
        display: none;
      }
    }
  `,
})
export class FeltNowAnswers {
  protected readonly words = leadWords.feltNow;
  protected readonly store = inject(LeadRunner);
  protected readonly answers = FELT_NOW;

  protected readonly keyOf = (felt: FeltNow): string => keyLabel(SHORTCUT_KEYS.howIsItNow[KEYS[felt]][0]);

  protected key(event: KeyboardEvent): void {
    const shortcut = event.defaultPrevented || event.repeat ? null : shortcutOf('howIsItNow', event);
    const felt = FELT_NOW.find((one) => KEYS[one] === shortcut);
    if (!felt) return;
    event.preventDefault();
    this.store.answerFelt(felt);
  }
}
