import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Ladder } from '@nuvrah/contract';
import { NEXT_STEPS, type NextStep, momentInWords } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { sending } from '../../api/sending';
import { SelectField } from '../../ui/select-field';
import { STEPS } from '../../words/rung-words';
import { Fold } from '../../ui/fold';
import { ladderWords } from '../../words/ladder-words';

const ACTIONS = Object.fromEntries(NEXT_STEPS.map((step) => [step, STEPS[step].action])) as Readonly<
  Record<NextStep, string>
>;

/** What the rules say of the next step, in numbers: accepted, or done otherwise with a reason. Both stay on record. */
@Component({
  selector: 'nv-decision-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, SelectField, MatButtonModule, RouterLink],
  template: `
    <div class="notice" [class]="level()">
      <strong>{{ steps[ladder().rule.step].name }}</strong>
      <ul>
        @for (line of ladder().rule.said; track line) {
          <li>{{ line }}</li>
        }
      </ul>
      @if (!ladder().ended) {
        <div class="actions">
          <button
            matButton="filled"
            type="button"
            [disabled]="sent.busy()"
            (click)="decide(ladder().rule.step, '')"
          >
            {{ words.accept(steps[ladder().rule.step].action) }}
          </button>
          @if (ladder().rule.step === 'suspend') {
            <a matButton [routerLink]="['/students', ladder().studentId]" [queryParams]="{ tab: 'health' }">{{
              words.clearances
            }}</a>
          } @else {
            <button matButton type="button" [attr.aria-expanded]="other()" (click)="other.set(!other())">
              {{ words.otherwise }}
            </button>
          }
        </div>
        @if (other()) {
          <form (submit)="overrule($event)">
            <nv-select
              [label]="words.doInstead"
              [words]="actions"
              [value]="chosen()"
              (valueChange)="chosen.set($event)"
            />
            <label class="wide">
              <span>{{ words.whyInYourWords }}</span>
              <textarea rows="2" maxlength="1000" [attr.aria-label]="words.reason"></textarea>
            </label>
            <div class="actions">
              <button matButton="outlined" type="submit" [disabled]="sent.busy()">
                {{ words.decideSo }}
              </button>
            </div>
          </form>
        }
      }
      @if (sent.message(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
    </div>
    @if (past().length > 0) {
      <nv-fold [name]="words.whatWasDecided">
        <ng-template>
          <ul>
            @for (line of past(); track line.id) {
              <li>
                <span class="soft">{{ line.when }}</span> {{ line.what }}
              </li>
            }
          </ul>
        </ng-template>
      </nv-fold>
    }
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    ul {
      margin: 0.25rem 0 0.75rem;
      padding-left: 1.25rem;
    }
    form {
      margin-top: 0.75rem;
    }
  `,
})
export class DecisionPanel {
  protected readonly words = ladderWords.decisionPanel;
  readonly ladder = input.required<Ladder>();
  readonly decided = output();

  private readonly ladders = inject(Ladders);
  private readonly account = inject(AccountStore);
  protected readonly sent = sending();
  protected readonly steps = STEPS;
  protected readonly actions = ACTIONS;
  protected readonly other = signal(false);
  protected readonly chosen = signal<NextStep>('stay');
  /** One decision, one id: a second press decides nothing more. */
  private readonly id = computed(() => {
    // Another version of the ladder is another decision.
    const { version } = this.ladder();
    return version > 0 ? crypto.randomUUID() : '';
  });

  protected readonly level = computed(() => {
    const { step } = this.ladder().rule;
    return step === 'suspend' ? 'no' : step === 'ease' || step === 'check' ? 'change' : 'care';
  });
  protected readonly past = computed(() =>
    this.ladder().decisions.map(({ id, madeAt, rung, rule, step, reason }) => {
      const instead =
        step === rule.step ? '' : this.words.insteadOf(STEPS[rule.step].name.toLowerCase(), reason);
      return {
        id,
        when: momentInWords(madeAt, this.account.required().timeZone),
        what: this.words.rung(
          rung + 1,
          STEPS[step].name.toLowerCase(),
          instead || `. ${rule.said.join(' ')}`,
        ),
      };
    }),
  );

  protected overrule(event: Event): void {
    event.preventDefault();
    const reason = (event.target as HTMLFormElement).querySelector('textarea')?.value ?? '';
    this.decide(this.chosen(), reason);
  }

  protected decide(step: NextStep, reason: string): void {
    this.sent.send(this.ladders.decide(this.ladder(), this.id(), step, reason), () => {
      this.other.set(false);
      this.decided.emit();
    });
  }
}
