import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';

import {
  buildLadder,
  dailySittings,
  describeRung,
  PHASE_KINDS,
  resolveConventions,
  rungOf,
  SCHOOLS,
  schoolsFor,
  sessionFromChecked,
  techniqueName,
  techniqueOf,
  type CountedPassage,
  type Pace,
  type Passage,
  type PhaseKind,
  type RungNumbers,
  type SchoolId,
  sustainableOf,
  sustainableFrom,
  unmeasured,
} from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { SelectField } from '../../ui/select-field';
import { distinctNames } from '../../shared/distinct-names';
import { LadderSight } from '../../shared/ladder/ladder-sight';
import { OtherSchool } from './other-school';
import { PlanForm, type Terms } from './plan-form';
import { titlesOf } from '../../words/rung-words';
import { PageBar } from '../../shared/page/page-bar';
import { KitForm } from '../../ui/kit-form';

interface TargetField {
  readonly key: string;
  readonly label: string;
  readonly step: number;
  readonly from: number;
  readonly to: number;
}

const COUNT_WORDS: Readonly<Record<PhaseKind, string>> = {
  inhale: 'inhale',
  internalHold: 'hold',
  exhale: 'exhale',
  externalHold: 'empty hold',
};
const FIELDS: Readonly<Record<RungNumbers['kind'], readonly TargetField[]>> = {
  counts: PHASE_KINDS.map((key) => ({ key, label: COUNT_WORDS[key], step: 0.5, from: 0, to: 100 })),
  strokes: [
    { key: 'strokes', label: 'strokes a set', step: 5, from: 1, to: 1000 },
    { key: 'sets', label: 'sets', step: 1, from: 1, to: 100 },
    { key: 'rate', label: 'strokes a minute', step: 10, from: 1, to: 300 },
  ],
  minutes: [{ key: 'minutes', label: 'minutes', step: 1, from: 1, to: 240 }],
};

/** A new ladder: which passage climbs, by which school, to what; the stairs are seen before it is kept. */
@Component({
  selector: 'nv-new-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    KitForm,
    PageBar,
    SelectField,
    LadderSight,
    LoadingNote,
    MatButtonModule,
    OtherSchool,
    PlanForm,
    RouterLink,
  ],
  template: `
    <div class="page wide">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (student(); as student) {
        <nv-page-bar>
          <h1>New ladder for {{ student.name }}</h1>
          <a matButton [routerLink]="['/students', student.id]">To the student</a>
        </nv-page-bar>
        @if (passage(); as of) {
          <form (submit)="keep($event)">
            <div class="row">
              <nv-select
                label="what climbs"
                [words]="passages()"
                [value]="chosen()"
                (valueChange)="chosen.set($event)"
              />
              <nv-select
                label="school"
                [words]="schools()"
                [value]="school()"
                (valueChange)="school.set($event)"
              />
              <nv-select
                label="beside it"
                [words]="besides()"
                [value]="beside()"
                (valueChange)="beside.set($event)"
              />
            </div>
            <p>Today: {{ startLine() }}</p>
            <fieldset>
              <legend>target</legend>
              <div class="row">
                @for (field of fields(); track field.key) {
                  <label>
                    <span>{{ field.label }}</span>
                    <input
                      type="number"
                      [step]="field.step"
                      [min]="field.from"
                      [max]="field.to"
                      [attr.aria-label]="'target: ' + field.label"
                      [value]="numberOf(field.key)"
                      (input)="setTarget(field.key, $event)"
                    />
                  </label>
                }
              </div>
            </fieldset>
            <nv-plan-form [terms]="terms()" [others]="others()" (changed)="terms.set($event)" />
            @if (sent.message() ?? problem(); as text) {
              <p class="notice problem" role="alert">{{ text }}</p>
            }
            @if (nearest().length > 0) {
              <div class="actions">
                @for (numbers of nearest(); track $index) {
                  <button matButton="outlined" type="button" (click)="take(numbers)">
                    {{ words(numbers) }}
                  </button>
                }
              </div>
            }
            <div class="actions">
              <button matButton="filled" type="submit" [disabled]="sent.busy() || rungs().length === 0">
                Keep this ladder
              </button>
            </div>
          </form>
          <div class="sights">
            @if (rungs().length > 0) {
              <nv-ladder-sight
                [school]="school()"
                [rungs]="rungs()"
                [since]="today()"
                [gate]="terms().gate"
                [plan]="terms().plan"
                [pace]="paceOf(of)"
                [sustainable]="sustainable()"
                [today]="today()"
                [wished]="terms().wished"
              />
            }
            @if (other(); as other) {
              <nv-other-school
                [school]="other.school"
                [technique]="of.technique"
                [start]="other.start"
                [target]="other.target"
                [pace]="paceOf(of)"
                [sustainable]="sustainable()"
                [plan]="terms().plan"
                [today]="today()"
                [wished]="terms().wished"
              />
            }
          </div>
        } @else {
          <p class="notice">
            A ladder is climbed by a passage of a session: write a session for this student first.
          </p>
        }
      }
    </div>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    fieldset {
      border: 1px solid var(--rule);
      border-radius: 3px;
      margin: 0;
      padding: 0.25rem 0.75rem 0.75rem;
    }
    .sights {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 30rem), 1fr));
      gap: 1.5rem;
      margin-top: 1.5rem;
    }
  `,
})
export class NewLadder {
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly ladders = inject(Ladders);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);

  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.students.get(id), this.sessions.list({ student: id })]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly sustainable = computed(() => {
    const student = this.student();
    return student ? sustainableOf(student, this.day()) : sustainableFrom(unmeasured());
  });
  protected readonly today = inject(ScreeningClock).today;
  private readonly day = inject(ScreeningClock).day;
  protected readonly words = describeRung;

  /** Every passage that can climb, by session and passage. */
  private readonly climbing = computed(() =>
    (this.page.value()?.[1] ?? []).flatMap(({ id, document }) =>
      sessionFromChecked(document)
        .passages.filter(({ technique }) => !techniqueOf(technique).features.includes('rest'))
        .map((passage) => ({ key: `${id} ${passage.id}`, sessionId: id, document, passage })),
    ),
  );
  protected readonly passages = computed(() => {
    const { naming } = this.account.required();
    const climbing = this.climbing();
    const names = distinctNames(
      climbing.map(
        ({ document, passage }) => `${techniqueName(passage.technique, naming)}, in “${document.title}”`,
      ),
    );
    return Object.fromEntries(climbing.map(({ key }, index) => [key, names[index] ?? '']));
  });
  protected readonly chosen = linkedSignal(() => this.climbing()[0]?.key ?? '');
  private readonly climber = computed(() => this.climbing().find(({ key }) => key === this.chosen()) ?? null);
  protected readonly passage = computed(() => this.climber()?.passage ?? null);
  protected readonly others = computed(() =>
    titlesOf(this.page.value()?.[1] ?? [], this.climber()?.sessionId),
  );

  protected readonly schools = computed((): Readonly<Record<string, string>> => {
    const passage = this.passage();
    const fitting = passage ? schoolsFor(passage.technique) : [];
    return Object.fromEntries(fitting.map((id) => [id, SCHOOLS[id].name]));
  });
  /** The instructor's own order of growth, where it fits the passage. */
  protected readonly school = linkedSignal((): SchoolId => {
    const own = this.account.required().conventions.growthOrder;
    const fitting = Object.keys(this.schools()) as SchoolId[];
    return fitting.includes(own) ? own : (fitting[0] ?? 'count-first');
  });
  protected readonly beside = signal<string>('');
  protected readonly besides = computed((): Readonly<Record<string, string>> => {
    const { of } = SCHOOLS[this.school()];
    const fitting = Object.keys(this.schools()) as SchoolId[];
    const others = fitting.filter((id) => id !== this.school() && SCHOOLS[id].of === of);
    return { '': 'no other school', ...Object.fromEntries(others.map((id) => [id, SCHOOLS[id].name])) };
  });

  protected readonly terms = linkedSignal<Terms>(() => ({
    gate: SCHOOLS[this.school()].gate,
    plan: { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] },
    wished: null,
  }));

  private readonly start = computed((): RungNumbers | null => {
    const climber = this.climber();
    if (!climber) return null;
    const conventions = resolveConventions(this.account.required().conventions, climber.document.conventions);
    return rungOf(climber.passage, SCHOOLS[this.school()].of, conventions);
  });
  protected readonly startLine = computed(() => {
    const start = this.start();
    return start ? describeRung(start) : '';
  });
  protected readonly fields = computed(() => FIELDS[SCHOOLS[this.school()].of]);
  /** The numbers that are typed; to begin with those of today. */
  protected readonly target = linkedSignal<RungNumbers | null>(() => this.start());

  private readonly built = computed(() => {
    const [start, target, passage] = [this.start(), this.target(), this.passage()];
    if (!start || !target || !passage) return null;
    return buildLadder({
      technique: passage.technique,
      school: this.school(),
      start,
      target,
      pace: this.paceOf(passage) as Pace,
      sustainable: this.sustainable(),
    });
  });
  protected readonly rungs = computed(() => {
    const built = this.built();
    return built?.ok && built.value.length > 1 ? built.value.map(({ numbers }) => numbers) : [];
  });
  protected readonly problem = computed(() => {
    const built = this.built();
    if (built?.ok) return built.value.length > 1 ? null : 'Choose a target that is further on than today.';
    return built?.problem.message ?? null;
  });
  protected readonly nearest = computed(() => {
    const built = this.built();
    return built && !built.ok && 'nearest' in built.problem ? built.problem.nearest : [];
  });
  protected readonly other = computed(() => {
    const [start, target, school] = [this.start(), this.target(), this.beside()];
    return start && target && school !== '' ? { school: school as SchoolId, start, target } : null;
  });

  protected readonly sent = sending();
  /** One form, one id: sent twice it is kept once. */
  private readonly ladderId = crypto.randomUUID();

  protected paceOf(passage: Passage): number {
    return passage.kind === 'natural' ? 1000 : (passage as CountedPassage).pace;
  }

  protected numberOf(key: string): number {
    const target = this.target();
    if (!target) return 0;
    return (target.kind === 'counts' ? target.counts : target)[key as never];
  }

  protected setTarget(key: string, event: Event): void {
    const target = this.target();
    const field = this.fields().find((one) => one.key === key);
    const value = Number((event.target as HTMLInputElement).value);
    if (!target || !field || !(value >= field.from && value <= field.to)) return;
    const numbers =
      target.kind === 'counts'
        ? { ...target, counts: { ...target.counts, [key]: Math.round(value * 2) / 2 } }
        : { ...target, [key]: Math.round(value) };
    this.target.set(numbers);
  }

  protected take(numbers: RungNumbers): void {
    this.target.set(numbers);
  }

  protected keep(event: Event): void {
    event.preventDefault();
    const [climber, target] = [this.climber(), this.target()];
    if (!climber || !target) return;
    const { sessionId, passage } = climber;
    const body = {
      id: this.ladderId,
      sessionId,
      passageId: passage.id,
      school: this.school(),
      target,
      ...this.terms(),
    };
    this.sent.send(this.ladders.add(body), ({ id }) => void this.router.navigate(['/ladders', id]));
  }
}
