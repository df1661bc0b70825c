import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import type { Student } from '@nuvrah/contract';
import { CLEARANCE_SCOPES, dayInWords, isTrueOn, PERSON_FACTS } from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { Card } from '../../ui/card';
import { Tip } from '../../ui/tip';
import { studentWords } from '../../words/student-words';
import type { OverviewAct } from './student-overview';

/** What is true of a student and bears on what they may do, and which clearances are on file. */
@Component({
  selector: 'nv-know-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Card, MatButtonModule, MatIconModule, Tip],
  template: `
    <nv-card [name]="words.know">
      <button cardAct matIconButton type="button" [nvTip]="words.addFact" (click)="acted.emit('facts')">
        <mat-icon svgIcon="add" aria-hidden="true" />
      </button>
      <ul>
        @for (fact of facts(); track fact.id) {
          <li>
            <mat-icon svgIcon="known" aria-hidden="true" />
            <span class="grow">
              {{ fact.name }}
              @if (fact.note) {
                <span class="soft more">{{ fact.note }}</span>
              }
            </span>
            <span class="soft">{{ fact.since }}</span>
          </li>
        } @empty {
          <li class="soft">{{ nothing() }}</li>
        }
        <li>
          <mat-icon svgIcon="clinician" aria-hidden="true" />
          <span class="grow">
            {{ words.clearances }}
            @for (line of clearances(); track line) {
              <span class="soft more">{{ line }}</span>
            } @empty {
              <span class="soft more">{{ words.noClearance }}</span>
            }
          </span>
          <button matButton="outlined" type="button" (click)="acted.emit('clearances')">
            {{ words.add }}
          </button>
        </li>
      </ul>
    </nv-card>
  `,
  styleUrl: './card-list.scss',
})
export class KnowCard {
  readonly student = input.required<Student>();
  readonly acted = output<OverviewAct>();

  private readonly today = inject(ScreeningClock).today;
  protected readonly words = studentWords.overview;

  protected readonly facts = computed(() =>
    this.student()
      .facts.filter((fact) => isTrueOn(fact, this.today()))
      .map(({ id, fact, note, since }) => ({
        id,
        name: PERSON_FACTS[fact],
        note,
        since: since === null ? '' : this.words.since(dayInWords(since)),
      })),
  );
  protected readonly nothing = computed(() =>
    this.student().healthAskedOn === null ? this.words.notAskedHealth : this.words.nothingKnown,
  );
  protected readonly clearances = computed(() =>
    this.student()
      .clearances.filter(({ until, withdrawnOn }) => withdrawnOn === null && until >= this.today())
      .map(({ scope, until }) => `${CLEARANCE_SCOPES[scope]}, ${this.words.until(dayInWords(until))}`),
  );
}
