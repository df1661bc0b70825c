import { Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StoredSession, Student } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  compileSession,
  describeNeeds,
  describePassage,
  describeTotal,
  formatClock,
  leadGate,
  resolveConventions,
  screen,
  sessionFromChecked,
  strictestLevel,
  studentOnDay,
  techniqueOf,
} from '@nuvrah/core';
import { AccountStore } from '../api/account';
import { FindingList } from '../bench/finding-list';
import { Variants } from '../api/variants';
import { dayInWords } from '../shell/dates';
import { PaperScreeningForm } from '../students/paper-screening-form';

/** Before leading: what will be done, what must be true first, and the button. */
@Component({
  selector: 'nv-lead-ready',
  imports: [FindingList, MatButtonModule, PaperScreeningForm, RouterLink],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <header>
      <h1>{{ session().document.title }}</h1>
      <span class="soft">{{ student().name }} · {{ total() }}</span>
      <span class="grow"></span>
      <a matButton="outlined" [routerLink]="['/bench', session().id]">Back to the Bench</a>
    </header>
    <ol>
      @for (passage of passages(); track passage.id) {
        <li>
          <strong>{{ passage.name }}</strong>&ngsp;<span class="soft">{{ passage.time }}</span>
          <p>{{ passage.line }}</p>
          <p class="soft">{{ passage.opening }}</p>
        </li>
      }
    </ol>
    @if (findings().length > 0) {
      <nv-finding-list [findings]="findings()" [names]="passageNames()" />
    }
    @if (forbidden()) {
      <p class="notice no">This cannot be led for {{ student().name }} as it is. Change it on the Bench.</p>
    } @else if (gate(); as gate) {
      @if (gate.open) {
        <div class="begin">
          <button matButton="filled" class="start" type="button" [disabled]="busy()" (click)="begin.emit()">
            Start <small>space</small>
          </button>
          @if (student().paperScreening; as screening) {
            <span class="soft">Screened on paper on {{ dayInWords(screening.screenedOn) }}.</span>
          }
        </div>
      } @else {
        <section class="notice clearance" aria-labelledby="gate">
          <strong id="gate">Screening needed before this can be led</strong>
          <p>
            This session has {{ describeNeeds(gate.needs) }}. Holds over 2 s, locks and strokes are led only
            after {{ student().name }} was screened. Record the day on which that was done on paper, or take
            them out on the Bench.
          </p>
          <nv-paper-screening-form [studentId]="student().id" (recorded)="screened.emit()" />
        </section>
      }
    }
    @if (problem(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
    <p class="soft">{{ caution }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 1.5rem;
      max-width: 60rem;
      margin: 0 auto;
      padding: 2.5rem;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.5rem 1.5rem;
    }
    h1 {
      font-size: 2.25rem;
    }
    .grow {
      flex: 1;
    }
    ol {
      display: grid;
      gap: 1.25rem;
      margin: 0;
      padding-left: 1.5rem;
      font-size: 1.25rem;
    }
    .begin {
      display: flex;
      align-items: center;
      gap: 1.5rem;
    }
    .start {
      --mat-button-filled-container-height: 4rem;
      --mat-button-filled-label-text-size: 1.5rem;
      min-width: 12rem;
    }
    small {
      font-size: 0.9375rem;
      font-weight: 400;
      margin-left: 0.5rem;
    }
    section p {
      margin: 0.5rem 0 1rem;
    }
  `,
})
export class LeadReady {
  readonly session = input.required<StoredSession>();
  readonly student = input.required<Student>();
  readonly busy = input.required<boolean>();
  readonly problem = input.required<string | null>();
  readonly begin = output();
  readonly screened = output();

  private readonly account = inject(AccountStore);
  protected readonly caution = CAUTION_LINE;
  protected readonly dayInWords = dayInWords;
  protected readonly describeNeeds = describeNeeds;
  private readonly variantNames = inject(Variants).names;

  private readonly document = computed(() => sessionFromChecked(this.session().document));
  private readonly timeline = computed(() =>
    compileSession(this.document(), this.student(), this.account.required().conventions),
  );
  protected readonly total = computed(() => describeTotal(this.timeline()));
  protected readonly gate = computed(() => leadGate(this.timeline(), this.student().paperScreening !== null));

  protected readonly findings = computed(() => {
    const { conventions, today } = this.account.required();
    return screen(this.document(), this.timeline(), studentOnDay(this.student(), today), conventions);
  });
  /** "No" cannot be dismissed. */
  protected readonly forbidden = computed(() => strictestLevel(this.findings()) === 'no');
  protected readonly passageNames = computed(
    () => new Map(this.passages().map(({ id, name }) => [id, name])),
  );

  protected readonly passages = computed(() => {
    const { conventions: profile, naming } = this.account.required();
    const session = this.document();
    const conventions = resolveConventions(profile, session.conventions);
    return session.passages.map((passage, index) => {
      const { names, opening } = techniqueOf(passage.technique);
      const span = this.timeline().passages[index];
      return {
        id: passage.id,
        name: this.variantNames().get(passage.variant ?? '') ?? names[naming],
        opening,
        time: formatClock(span ? span.to - span.from : 0),
        line: describePassage(passage, session.goal, conventions),
      };
    });
  });

  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, button, a, select');
    if (event.key !== ' ' || typing || !this.gate().open || this.forbidden()) return;
    event.preventDefault();
    this.begin.emit();
  }
}
