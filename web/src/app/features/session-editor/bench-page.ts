import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import {
  canSplit,
  CAUTION_LINE,
  copyPassage,
  countsOf,
  describePassage,
  editPassage,
  formatClock,
  GOALS,
  insertPassage,
  LEVELS,
  movePassage,
  newFittedPassage,
  newPassage,
  passageInPlaceOf,
  PHASE_KINDS,
  removePassage,
  seconds,
  slotsOf,
  splitPassage,
  startingSide,
  techniqueName,
  techniqueOf,
  withFittedParts,
  withPhaseCounts,
  type ConventionKey,
  type CountedPassage,
  type FindingLevel,
  type Goal,
  type NaturalPassage,
  type Numbers,
  type Passage,
  type PhaseKind,
  type Session,
  type StrokePassage,
  type TechniqueId,
  type TimelineEvent,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { nameOfOwner, Sessions } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { BreathScore } from '../../shared/score/breath-score';
import { distinctNames } from '../../shared/distinct-names';
import { ConventionFields } from '../../shared/convention-fields';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { BenchReview } from './bench-review';
import { BreathForm } from './breath-form';
import { ClassPanel } from './class-panel';
import { DressingForm } from './dressing-form';
import { EasePanel } from './ease-panel';
import { FindingList } from '../../shared/findings/finding-list';
import { OrderList } from '../../shared/findings/order-list';
import { Fold } from '../../ui/fold';
import { FitPanel } from './fit-panel';
import { HoldForm } from './hold-form';
import { NumberField } from '../../ui/number-field';
import { restForm } from '../../ui/number-forms';
import { PassageList } from './passage-list';
import { PassageSettings, type PassageEdit } from './passage-settings';
import { PhaseTable } from './phase-table';
import { RampForm } from './ramp-form';
import { RefitForm } from './refit-form';
import { SaveNote } from './save-note';
import { SayNote } from './say-note';
import { SessionConflict } from './session-conflict';
import { SessionDraft } from './session-draft';
import { SessionFile } from './session-file';
import { SessionTotalsList } from './session-totals-list';
import { SoundTrack } from '../../shared/playback/sound-track';
import { StrokeForm } from './stroke-form';
import type { Pick } from './technique-picker';
import { TimePanel } from './time-panel';
import { VersionList } from './version-list';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { SelectField } from '../../ui/select-field';
import { shortcutOf } from '../../shared/shortcut-keys';
import { benchWords } from '../../words/bench-words';

/** The Bench: a session as a score, with its numbers edited where they stand. */
@Component({
  selector: 'nv-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    SelectField,
    BreathForm,
    BreathScore,
    ClassPanel,
    ConventionFields,
    DayCheckForm,
    DressingForm,
    EasePanel,
    FindingList,
    FitPanel,
    Fold,
    HoldForm,
    LoadingNote,
    MatButtonModule,
    NumberField,
    MatCheckboxModule,
    OrderList,
    PassageList,
    PassageSettings,
    PhaseTable,
    RampForm,
    RefitForm,
    RouterLink,
    SaveNote,
    SayNote,
    SessionConflict,
    SessionFile,
    SessionTotalsList,
    SoundTrack,
    StrokeForm,
    TimePanel,
    VersionList,
  ],
  providers: [BenchReview, SessionDraft],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  host: { '(document:keydown)': 'shortcut($event)' },
})
export class BenchPage {
  protected readonly words = benchWords.benchPage;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly account = inject(AccountStore);
  private readonly title = inject(Title);
  private readonly variants = inject(Variants);
  private readonly queue = inject(OfflineQueue);
  protected readonly draft = inject(SessionDraft);
  protected readonly naming = computed(() => this.account.required().naming);

  protected readonly caution = CAUTION_LINE;
  protected readonly goals = GOALS;
  protected readonly restForm = restForm;

  protected readonly page = asked(this.id, (id) => this.sessions.withOwner(id));
  protected readonly review = inject(BenchReview);
  protected readonly student = this.review.student;
  protected readonly sustainable = this.review.sustainable;
  protected readonly timeline = this.review.timeline;
  protected readonly conventions = this.review.conventions;
  protected readonly ownerName = computed(() => {
    const owner = this.review.owner();
    return owner ? nameOfOwner(owner) : '';
  });
  /** To whom it is about to be fitted; empty where to nobody. */
  protected readonly fitTo = linkedSignal({ source: this.id, computation: () => '' });

  protected readonly passageNames = computed(() => new Map(this.list().map(({ id, name }) => [id, name])));

  private readonly score = viewChild<BreathScore>('score');
  protected readonly slots = computed(() => slotsOf({ passages: this.draft.session()?.passages ?? [] }));
  /** The strictest that speaks against each passage and stands open, by its place. */
  protected readonly marks = computed((): ReadonlyMap<number, FindingLevel> => {
    const open = [
      ...this.review.findings().filter(({ standing }) => standing.kind === 'open'),
      ...this.review.order(),
    ];
    return new Map(
      (this.draft.session()?.passages ?? []).flatMap(({ id }, index) => {
        const levels = new Set(open.filter(({ passageId }) => passageId === id).map(({ level }) => level));
        const level = LEVELS.find((one) => levels.has(one));
        return level ? [[index, level] as const] : [];
      }),
    );
  });

  private readonly chosen = signal(0);
  protected readonly passageIndex = computed(() =>
    Math.min(this.chosen(), (this.draft.session()?.passages.length ?? 1) - 1),
  );
  protected readonly passage = computed(() => this.draft.session()?.passages[this.passageIndex()] ?? null);
  protected readonly counted = computed(() =>
    this.passage()?.kind === 'counted' ? (this.passage() as CountedPassage) : null,
  );
  protected readonly strokes = computed(() =>
    this.passage()?.kind === 'strokes' ? (this.passage() as StrokePassage) : null,
  );
  protected readonly mayHold = computed(() => {
    const passage = this.counted();
    const pattern = passage && techniqueOf(passage.technique).pattern;
    return pattern?.kind === 'counted' && pattern.holds !== 'never';
  });
  protected readonly natural = computed(() =>
    this.passage()?.kind === 'natural' ? (this.passage() as NaturalPassage) : null,
  );
  protected readonly start = computed(() => {
    const passage = this.counted();
    return passage ? startingSide(passage, this.draft.session()?.goal ?? 'calm', this.conventions()) : 'left';
  });
  protected readonly passageName = computed(() => {
    const passage = this.passage();
    return passage ? this.nameOf(passage) : '';
  });

  protected readonly list = computed(() => {
    const session = this.draft.session();
    const spans = this.timeline()?.passages;
    const names = distinctNames((session?.passages ?? []).map((passage) => this.nameOf(passage)));
    return (session?.passages ?? []).map((passage, index) => {
      const span = spans?.[index];
      const time = span ? formatClock(span.to - span.from) : '–';
      const line = describePassage(passage, session?.goal ?? 'calm', this.conventions());
      return { id: passage.id, name: names[index] ?? '', time, line, splits: canSplit(passage) };
    });
  });

  constructor() {
    effect(() => {
      const page = this.page.value();
      if (page) this.review.open(page);
    });
    // Not when only more is known of the student: what was edited since stays.
    const stored = computed(() => (this.queue.loaded() ? (this.page.value()?.session ?? null) : null));
    effect(() => {
      const session = stored();
      if (session) untracked(() => this.draft.open(session));
    });
    effect(() => {
      const session = this.draft.session();
      if (session) this.title.setTitle(this.words.benchNuvrah(session.title));
    });
  }

  /** A remedy, or all of them: one step that can be undone. */
  protected applyRemedy(session: Session): void {
    this.draft.edit(() => session);
  }

  /** The simpler form in the place of the passage, about as long. */
  protected useSimpler(technique: TechniqueId): void {
    const [passage, span] = [this.passage(), this.timeline()?.passages[this.passageIndex()]];
    const fit = this.review.fit();
    if (!passage || !span || !fit) return;
    const length = seconds((span.to - span.from) / 1000);
    const simpler = passageInPlaceOf(passage, technique, length, this.conventions(), fit);
    this.draft.edit((session) => editPassage(session, passage.id, () => simpler));
  }

  protected choose(index: number): void {
    this.chosen.set(index);
  }

  protected choosePassage(id: string): void {
    const index = this.draft.session()?.passages.findIndex((passage) => passage.id === id) ?? -1;
    if (index >= 0) this.choose(index);
  }

  /** What a total is about, on the score. */
  protected showEvent(index: number): void {
    this.score()?.show(index);
  }

  protected setMinutes(minutes: number | null): void {
    this.draft.edit((session) => ({ ...session, minutes }), 'minutes');
  }

  protected rename(event: Event): void {
    const title = (event.target as HTMLInputElement).value.slice(0, 120);
    if (title.trim() !== '') this.draft.edit((session) => ({ ...session, title }), 'title');
  }

  /** An emptied title goes back to the one that is kept. */
  protected keepTitle(event: Event): void {
    (event.target as HTMLInputElement).value = this.draft.session()?.title ?? '';
  }

  protected setGoal(goal: Goal): void {
    this.draft.edit((session) => ({ ...session, goal }));
  }

  protected setPhase({ kind, counts }: { kind: PhaseKind; counts: number }): void {
    this.editCounted(kind, (passage) => withPhaseCounts(passage, kind, counts));
  }

  protected setPassage({ passage, name }: PassageEdit): void {
    const fitted = passage.kind === 'counted' ? withFittedParts(passage) : passage;
    this.draft.edit((session) => editPassage(session, passage.id, () => fitted), `${name} ${passage.id}`);
  }

  protected add(pick: Pick): void {
    const after = this.passage()?.id ?? null;
    const passage = this.newPassage(pick, crypto.randomUUID());
    this.draft.edit((session) => insertPassage(session, passage, after));
    this.chosen.set(this.passageIndex() + 1);
  }

  protected change(pick: Pick): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => editPassage(session, id, () => this.newPassage(pick, id)));
  }

  protected remove(): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => removePassage(session, id));
  }

  protected copy(): void {
    const id = this.passage()?.id;
    if (!id) return;
    this.draft.edit((session) => copyPassage(session, id, crypto.randomUUID()));
    this.chosen.set(this.passageIndex() + 1);
  }

  protected split(): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => splitPassage(session, id, crypto.randomUUID()));
  }

  protected move(by: number): void {
    const id = this.passage()?.id;
    if (!id) return;
    this.draft.edit((session) => movePassage(session, id, by));
    this.chosen.set(this.passageIndex() + by);
  }

  /** An answer for this session alone; none goes back to the instructor's own. */
  protected setConvention({ key, choice }: { readonly key: ConventionKey; readonly choice: string }): void {
    this.draft.edit((session) => {
      const { [key]: _, ...others } = session.conventions;
      return { ...session, conventions: choice === '' ? others : { ...others, [key]: choice } };
    }, `convention ${key}`);
  }

  protected toggleTap(passage: NaturalPassage): void {
    this.setPassage({ passage: { ...passage, untilTap: !passage.untilTap }, name: 'until tap' });
  }

  /** A passage with the starting dosage of its technique or variant, fitted to the student and in one of their seats. */
  private newPassage({ technique, variant }: Pick, id: string): Passage {
    const entry = this.variants.techniqueOf(variant);
    const form = entry && variant ? { entry, variant } : {};
    const fit = this.review.fit();
    return fit ? newFittedPassage(technique, id, { ...fit, ...form }) : newPassage(technique, id, form);
  }

  protected useNumbers(numbers: Numbers): void {
    this.editCounted(null, (passage) => ({ ...passage, ...numbers }));
  }

  protected setRest(millis: number): void {
    const id = this.natural()?.id;
    if (id) this.editNatural(id, () => millis / 1000, 'rest');
  }

  /** What whole rounds left over goes to the next natural breathing. */
  protected addToRest(millis: number): void {
    const following = this.draft.session()?.passages.slice(this.passageIndex() + 1);
    const rest = following?.find(({ kind }) => kind === 'natural');
    if (rest) this.editNatural(rest.id, (length) => length + millis / 1000, null);
  }

  protected adjust({ event, by }: { event: TimelineEvent; by: number }): void {
    const passage = this.draft.session()?.passages[event.passage];
    const kind = PHASE_KINDS.find((phase) => phase === event.kind);
    if (passage?.kind !== 'counted' || !kind) return;
    const counts = countsOf(passage)[kind] + by;
    this.draft.edit(
      (session) =>
        editPassage(session, passage.id, (now) =>
          now.kind === 'counted' ? withFittedParts(withPhaseCounts(now, kind, counts)) : now,
        ),
      `score ${passage.id} ${kind}`,
    );
  }

  /** Leads what is on the screen: it is saved first. */
  protected lead(): void {
    this.saveAndGo('/lead', this.id());
  }

  /** What is on the screen as one page to print, for the room or to take home: it is saved first. */
  protected printed(page: 'sheet' | 'card'): void {
    this.saveAndGo('/bench', this.id(), page);
  }

  private saveAndGo(...to: string[]): void {
    this.draft.flush().subscribe((saved) => {
      if (saved) void this.router.navigate(to);
    });
  }

  protected shortcut(event: KeyboardEvent): void {
    const shortcut = shortcutOf('bench', event);
    if (shortcut !== 'undo' && shortcut !== 'redo') return;
    event.preventDefault();
    if (shortcut === 'redo') this.draft.redo();
    else this.draft.undo();
  }

  private nameOf({ technique, variant }: Passage): string {
    const own = this.variants.names().get(variant ?? '');
    return own ?? techniqueName(technique, this.account.required().naming);
  }

  private editCounted(name: string | null, change: (passage: CountedPassage) => CountedPassage): void {
    const id = this.counted()?.id;
    if (!id) return;
    this.draft.edit(
      (session) =>
        editPassage(session, id, (passage) =>
          passage.kind === 'counted' ? withFittedParts(change(passage)) : passage,
        ),
      name && `${name} ${id}`,
    );
  }

  private editNatural(id: string, length: (now: number) => number, name: string | null): void {
    this.draft.edit(
      (session) =>
        editPassage(session, id, (passage) =>
          passage.kind === 'natural'
            ? { ...passage, length: seconds(Math.min(3600, length(passage.length))) }
            : passage,
        ),
      name && `${name} ${id}`,
    );
  }
}
