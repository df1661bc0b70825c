import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { givenNameOf, type Sitting, type Student } from '@nuvrah/contract';
import { dayInWords, isEmergencySign, isTechniqueId, nextPracticeDay, techniqueName } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { DecisionPanel } from '../../shared/ladder/decision-panel';
import { LadderStart } from '../../shared/ladder/ladder-start';
import { LoadingNote } from '../../shared/loading-note';
import { leadWords } from '../../words/lead-words';

/** What comes next after a sitting: the step on each ladder that was climbed, or a ladder to begin; the next day, and what to take home. */
@Component({
  selector: 'nv-lead-next',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DecisionPanel, LadderStart, LoadingNote, MatButtonModule, MatIconModule, RouterLink],
  template: `
    <h2>{{ words.whatComesNext }}</h2>
    @if (emergency()) {
      <p class="notice no">
        {{ words.suspended }}
        <a [routerLink]="['/students', student().id]" [queryParams]="{ tab: 'health' }">{{
          words.clearances
        }}</a>
      </p>
    } @else if (sitting().record) {
      <nv-loading-note [state]="ladders.state()" (retry)="ladders.again()" />
      @if (climbed(); as all) {
        @for (climb of all; track climb.ladder.id) {
          <section [attr.aria-label]="climb.name">
            <h3>
              <a [routerLink]="['/ladders', climb.ladder.id]">{{ climb.name }}</a>
            </h3>
            <nv-decision-panel [ladder]="climb.ladder" (decided)="ladders.again()" />
            @if (climb.next; as next) {
              <p>{{ next }}</p>
            }
          </section>
        } @empty {
          <p>{{ words.noStep }} {{ words.noDayYet }}</p>
          <nv-ladder-start [sitting]="sitting()" />
        }
      }
    } @else {
      <p role="status">{{ words.notYet }}</p>
    }
    @if (settled()) {
      <div class="ways">
        @if (!emergency()) {
          @if (sitting().sessionId; as session) {
            <a matButton="outlined" [routerLink]="['/bench', session, 'card']">
              <mat-icon svgIcon="print" aria-hidden="true" />{{ words.homeCard }}
            </a>
          }
          <a matButton="outlined" [routerLink]="['/students', student().id]" [queryParams]="{ tab: 'home' }">
            <mat-icon svgIcon="phone" aria-hidden="true" />{{ words.privateLink }}
          </a>
        }
        <a matButton="outlined" [routerLink]="['/students', student().id]">
          <mat-icon svgIcon="person" aria-hidden="true" />{{ words.toTheStudent(given()) }}
        </a>
        <a matButton="filled" routerLink="/ledger" [queryParams]="{ student: student().id }">
          {{ words.toTheLedger }}
        </a>
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 1rem;
      max-width: 60rem;
    }
    h2 {
      font-size: 1.5rem;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.75rem;
    }
  `,
})
export class LeadNext {
  protected readonly words = leadWords.leadNext;
  readonly sitting = input.required<Sitting>();
  readonly student = input.required<Student>();

  private readonly api = inject(Ladders);
  private readonly account = inject(AccountStore).required();
  private readonly today = inject(ScreeningClock).today;

  /** Whether nothing comes next, not at home either, before a clearance is on file. */
  protected readonly emergency = computed(() => this.sitting().record?.signs.some(isEmergencySign) ?? false);
  protected readonly given = computed(() => givenNameOf(this.student().name));
  /** Asked anew when the record arrives: the step follows from it. */
  protected readonly ladders = asked(
    computed(() => ({ student: this.student().id, known: this.sitting().record !== null })),
    ({ student }) => this.api.list(student),
  );
  /** Whether all above the ways on is there: before that they would move away under the finger. */
  protected readonly settled = computed(
    () => this.emergency() || this.sitting().record === null || this.ladders.state().kind !== 'loading',
  );
  protected readonly climbed = computed(() => {
    const done = new Set(this.sitting().record?.passages.map(({ passageId }) => passageId) ?? []);
    return this.ladders
      .value()
      ?.filter(({ ended, passageId }) => !ended && done.has(passageId))
      .map((ladder) => ({
        ladder,
        name: this.words.ladderOf(
          isTechniqueId(ladder.technique)
            ? techniqueName(ladder.technique, this.account.naming)
            : ladder.technique,
        ),
        next:
          ladder.rule.step === 'suspend'
            ? null
            : this.words.nextDay(dayInWords(nextPracticeDay(ladder.plan, this.today()))),
      }));
  });
}
