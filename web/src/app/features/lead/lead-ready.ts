import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StoredOverruling, StoredSession, Student } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  compileSession,
  describeEmergency,
  describeMissing,
  describePassage,
  describeTotal,
  formatClock,
  resolveConventions,
  reviewToLead,
  sessionFromChecked,
  techniqueOf,
  dayCheckOf,
  isDayChecked,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { Variants } from '../../api/variants';
import { shortcutOf } from '../../shared/shortcut-keys';
import { distinctNames } from '../../shared/distinct-names';
import { FindingList } from '../../shared/findings/finding-list';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { describeDay } from '../../shared/day-check/describe-day';
import { leadWords } from '../../words/lead-words';

/** Before leading: what will be done, what must be true first, and the button. */
@Component({
  selector: 'nv-lead-ready',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayCheckForm, FindingList, MatButtonModule, RouterLink],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <header>
      <h1>{{ session().document.title }}</h1>
      <span class="soft">{{ student().name }} · {{ total() }}</span>
      <span class="grow"></span>
      <a matButton="outlined" [routerLink]="['/bench', session().id]">{{ words.backToTheBench }}</a>
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
    @if (emergency(); as line) {
      <p class="notice no" role="alert">
        {{ line }}
        <a [routerLink]="['/students', student().id]" [queryParams]="{ tab: 'health' }">{{
          words.clearances
        }}</a>
      </p>
    }
    @for (line of missing(); track line) {
      <p class="notice clearance">
        {{ line }} <a [routerLink]="['/students', student().id, 'intake']">{{ words.openTheIntake }}</a>
      </p>
    }
    @if (!dayChecked()) {
      <section aria-labelledby="today">
        <h2 id="today">{{ words.howIsToday }}</h2>
        <nv-day-check-form [student]="student()" (recorded)="changed.emit()" />
      </section>
    } @else {
      <p class="soft">{{ dayLine() }}</p>
    }
    @if (findings().length > 0) {
      <nv-finding-list
        [findings]="findings()"
        [of]="screening()"
        [student]="student()"
        [sessionId]="session().id"
        [overrulings]="overrulings()"
        [names]="passageNames()"
        [editable]="false"
        (approved)="changed.emit()"
        (decided)="overrulings.set($event)"
      />
    }
    @if (needs().length === 0) {
      <div class="begin">
        <button matButton="filled" class="start" type="button" [disabled]="busy()" (click)="begin.emit()">
          {{ words.start }} <small>{{ words.space }}</small>
        </button>
      </div>
    } @else {
      <p class="notice no">
        {{ words.thisCannotBeLed(student().name) }}
      </p>
    }
    @if (problem(); as text) {
      <p class="notice problem" role="alert">{{ text }}</p>
    }
    <p class="soft">{{ caution }}</p>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
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
    section h2 {
      margin-bottom: 0.75rem;
    }
  `,
})
export class LeadReady {
  protected readonly words = leadWords.leadReady;
  readonly session = input.required<StoredSession>();
  readonly student = input.required<Student>();
  readonly busy = input.required<boolean>();
  readonly problem = input.required<string | null>();
  readonly begin = output();
  /** Something about the student was put on record. */
  readonly changed = output();

  private readonly account = inject(AccountStore);
  protected readonly caution = CAUTION_LINE;
  private readonly variantNames = inject(Variants).names;

  private readonly document = computed(() => sessionFromChecked(this.session().document));
  private readonly timeline = computed(() =>
    compileSession(this.document(), this.student(), this.account.required().conventions),
  );
  protected readonly total = computed(() => describeTotal(this.timeline()));
  /** Decisions about findings of this session. */
  protected readonly overrulings = linkedSignal<readonly StoredOverruling[]>(
    () => this.session().overrulings,
  );
  private readonly day = inject(ScreeningClock).day;
  protected readonly dayChecked = computed(() => {
    const { today, now } = this.day();
    return isDayChecked(this.student(), today, now);
  });
  protected readonly dayLine = computed(() => {
    const check = dayCheckOf(this.student(), this.day().today);
    return check ? describeDay(check) : '';
  });
  private readonly review = computed(() =>
    reviewToLead(this.document(), this.student(), this.overrulings(), this.day()),
  );
  protected readonly screening = computed(() => this.review().screening);
  protected readonly findings = computed(() => this.review().findings);
  protected readonly needs = computed(() => this.review().needs);
  protected readonly emergency = computed(() => {
    const { emergency } = this.student();
    return emergency && describeEmergency(emergency);
  });
  /** What the intake misses, in words; the day and the findings have their own places. */
  protected readonly missing = computed(() => describeMissing(this.student(), this.day().today));
  protected readonly passageNames = computed(
    () => new Map(this.passages().map(({ id, name }) => [id, name])),
  );

  protected readonly passages = computed(() => {
    const { conventions: profile, naming } = this.account.required();
    const session = this.document();
    const conventions = resolveConventions(profile, session.conventions);
    const names = distinctNames(
      session.passages.map(
        ({ technique, variant }) =>
          this.variantNames().get(variant ?? '') ?? techniqueOf(technique).names[naming],
      ),
    );
    return session.passages.map((passage, index) => {
      const { opening } = techniqueOf(passage.technique);
      const span = this.timeline().passages[index];
      return {
        id: passage.id,
        name: names[index] ?? '',
        opening,
        time: formatClock(span ? span.to - span.from : 0),
        line: describePassage(passage, session.goal, conventions),
      };
    });
  });

  protected key(event: KeyboardEvent): void {
    const typing =
      event.target instanceof Element && event.target.closest('input, textarea, button, a, select');
    if (shortcutOf('ready', event) !== 'start' || typing || this.needs().length > 0) return;
    event.preventDefault();
    this.begin.emit();
  }
}
