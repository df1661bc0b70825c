import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Ladder, Student } from '@nuvrah/contract';
import {
  isTechniqueId,
  numbersAfter,
  plannedStairs,
  rhythmOf,
  rungFrom,
  shortNumbers,
  sustainableOf,
  techniqueName,
  type Pace,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Staircase } from '../../shared/ladder/staircase';
import { Card } from '../../ui/card';
import { rungInShort, STEPS } from '../../words/rung-words';
import { studentWords } from '../../words/student-words';

/** The step that the rules propose on the ladder that is climbed, with the stairs over time; accepted on the spot. */
@Component({
  selector: 'nv-next-step-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Card, MatButtonModule, RouterLink, Staircase],
  template: `
    @if (climb(); as climb) {
      <nv-card [name]="words.nextStep">
        <span cardNote class="soft">{{ technique() }}{{ isPlain() ? ', ' + words.inOut : '' }}</span>
        @if (climb.waits) {
          <strong cardNote>{{ stepName() }}</strong>
        }
        <a cardAct matButton="outlined" [routerLink]="['/ladders', climb.id]">{{
          climb.waits ? words.otherwise : words.openLadder
        }}</a>
        @if (climb.waits && climb.rule.step !== 'suspend') {
          <button cardAct matButton="filled" type="button" [disabled]="sent.busy()" (click)="accept(climb)">
            {{ words.accept(acceptWords()) }}
          </button>
        }
        @if (stairs(); as stairs) {
          <nv-staircase
            [names]="stairs.names"
            [planned]="stairs.planned"
            [real]="climb.begun"
            [today]="today()"
            [above]="stairs.above"
            [wished]="climb.wished"
            [label]="technique()"
          />
        }
        @if (climb.rule.step !== 'suspend') {
          <p class="soft">{{ climb.rule.said.join(' ') }}</p>
        }
        @if (sent.message(); as text) {
          <p class="notice problem" role="alert">{{ text }}</p>
        }
      </nv-card>
    } @else {
      <nv-card [name]="words.nextStep">
        <a cardAct matButton="outlined" [routerLink]="['/students', student().id, 'ladder']">{{
          words.startLadder
        }}</a>
        <p class="soft">{{ words.noLadder }}</p>
      </nv-card>
    }
  `,
  styles: `
    p {
      padding: 0.375rem 1rem 0.75rem;
    }
    nv-staircase {
      border: 0;
    }
  `,
})
export class NextStepCard {
  readonly student = input.required<Student>();
  readonly climb = input.required<Ladder | null>();
  readonly decided = output();

  private readonly ladders = inject(Ladders);
  private readonly account = inject(AccountStore);
  private readonly day = inject(ScreeningClock).day;
  protected readonly today = inject(ScreeningClock).today;
  protected readonly words = studentWords.overview;
  protected readonly sent = sending();
  /** One decision, one id: a second press decides nothing more. */
  private readonly id = computed(() => {
    const climb = this.climb();
    return climb ? crypto.randomUUID() : '';
  });

  protected readonly technique = computed(() => {
    const technique = this.climb()?.technique ?? '';
    return isTechniqueId(technique) ? techniqueName(technique, this.account.required().naming) : technique;
  });
  /** Whether no rung has a hold: two numbers name each. */
  protected readonly isPlain = computed(() =>
    (this.climb()?.rungs ?? []).every(
      (rung) => rung.kind === 'counts' && rung.counts.internalHold === 0 && rung.counts.externalHold === 0,
    ),
  );
  protected readonly stepName = computed(() => STEPS[this.climb()?.rule.step ?? 'stay'].name);
  protected readonly acceptWords = computed(() => {
    const climb = this.climb();
    if (!climb) return '';
    const { step } = climb.rule;
    const numbers = numbersAfter(climb, step);
    return numbers ? shortNumbers(numbers) : STEPS[step].action;
  });
  protected readonly stairs = computed(() => {
    const climb = this.climb();
    if (!climb) return null;
    const { rungs, at, since, gate, plan, pace } = climb;
    const sustainable = sustainableOf(this.student(), this.day());
    const above = rungs.findIndex((numbers) => rungFrom(numbers, sustainable, pace as Pace).aboveFit);
    return {
      names: rungs.map(rungInShort),
      planned: plannedStairs({
        rungs: rungs.length,
        at,
        since,
        today: this.today(),
        gate,
        plan: rhythmOf(plan),
      }),
      above: above < 0 ? null : above,
    };
  });

  protected accept(climb: Ladder): void {
    this.sent.send(this.ladders.decide(climb, this.id(), climb.rule.step, ''), () => this.decided.emit());
  }
}
