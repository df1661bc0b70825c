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
  type RungNumbers,
  type SchoolId,
  sustainableOf,
  sustainableFrom,
  unmeasured,
  keysOf,
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
import { Card } from '../../ui/card';
import { Fold } from '../../ui/fold';
import { KitForm } from '../../ui/kit-form';
import { NumberField, type NumberForm } from '../../ui/number-field';
import { countsForm, wholeForm } from '../../ui/number-forms';
import { ladderWords } from '../../words/ladder-words';
import { planInWords } from '../../words/plan-words';

interface TargetField {
  readonly key: string;
  readonly label: string;
  readonly form: NumberForm;
  readonly step: number;
  readonly from: number;
  readonly to: number;
}

const words = ladderWords.make;
const FIELDS: Readonly<Record<RungNumbers['kind'], readonly TargetField[]>> = {
  counts: PHASE_KINDS.map((key) => ({
    key,
    label: words.phases[key],
    form: countsForm,
    step: 1,
    from: 0,
    to: 100,
  })),
  strokes: [
    {
      key: 'strokes',
      label: words.strokes,
      form: wholeForm(1, 1000, words.strokes),
      step: 5,
      from: 1,
      to: 1000,
    },
    { key: 'sets', label: words.sets, form: wholeForm(1, 100, words.sets), step: 1, from: 1, to: 100 },
    { key: 'rate', label: words.rate, form: wholeForm(1, 300, words.rate), step: 10, from: 1, to: 300 },
  ],
  minutes: [
    {
      key: 'minutes',
      label: words.minutes,
      form: wholeForm(1, 240, words.minutes),
      step: 1,
      from: 1,
      to: 240,
    },
  ],
};

/** A new ladder: which passage climbs, by which school, to what; the stairs are seen before it is kept. */
@Component({
  selector: 'nv-new-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Card,
    Fold,
    KitForm,
    NumberField,
    PageBar,
    SelectField,
    LadderSight,
    LoadingNote,
    MatButtonModule,
    OtherSchool,
    PlanForm,
    RouterLink,
  ],
  templateUrl: './new-ladder.html',
  styleUrls: ['../../ui/form.scss', './new-ladder.scss'],
})
export class NewLadder {
  readonly id = input.required<string>();
  /** The passage that is chosen to begin with: the ids of its session and of itself, with a space between. */
  readonly from = input<string>();

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
  protected readonly words = words;
  protected readonly numbersOf = describeRung;

  /** Every passage that can climb, by session and passage. */
  private readonly climbing = computed(() =>
    (this.page.value()?.[1] ?? [])
      .filter(({ archived }) => !archived)
      .flatMap(({ id, document }) =>
        sessionFromChecked(document)
          .passages.filter(({ technique }) => !techniqueOf(technique).features.includes('rest'))
          .map((passage) => ({ key: `${id} ${passage.id}`, sessionId: id, document, passage })),
      ),
  );
  protected readonly passages = computed(() => {
    const { naming } = this.account.required();
    const climbing = this.climbing();
    const names = distinctNames(
      climbing.map(({ document, passage }) =>
        ladderWords.newLadder.in(techniqueName(passage.technique, naming), document.title),
      ),
    );
    return Object.fromEntries(climbing.map(({ key }, index) => [key, names[index] ?? '']));
  });
  protected readonly chosen = linkedSignal(() => {
    const climbing = this.climbing();
    return (climbing.find(({ key }) => key === this.from()) ?? climbing[0])?.key ?? '';
  });
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
    const fitting = keysOf<SchoolId>(this.schools());
    return fitting.includes(own) ? own : (fitting[0] ?? 'count-first');
  });
  protected readonly rule = computed(() => SCHOOLS[this.school()].rule);
  protected readonly beside = signal<string>('');
  protected readonly besides = computed((): Readonly<Record<string, string>> => {
    const { of } = SCHOOLS[this.school()];
    const fitting = keysOf<SchoolId>(this.schools());
    const others = fitting.filter((id) => id !== this.school() && SCHOOLS[id].of === of);
    return { '': words.noOther, ...Object.fromEntries(others.map((id) => [id, SCHOOLS[id].name])) };
  });

  protected readonly terms = linkedSignal<Terms>(() => ({
    gate: SCHOOLS[this.school()].gate,
    plan: { weekdays: [1, 2, 3, 4, 5, 6, 7], sittings: [...dailySittings(1)] },
    wished: null,
  }));

  /** "every day, at 06:30; a rung is passed after …". */
  protected readonly termsLine = computed(() => {
    const { plan, gate } = this.terms();
    return `${planInWords(plan)}; ${ladderWords.plan.gate(gate)}.`;
  });

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
    if (built?.ok) return built.value.length > 1 ? null : words.further;
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

  protected setTarget(key: string, value: number): void {
    const target = this.target();
    if (!target) return;
    this.target.set(
      target.kind === 'counts'
        ? { ...target, counts: { ...target.counts, [key]: value } }
        : { ...target, [key]: value },
    );
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
