import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  type Signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import {
  compareSessions,
  compileSession,
  describePassage,
  formatClock,
  resolveConventions,
  techniqueName,
  techniqueOf,
  TECHNIQUES,
  type ComposeRequest,
  type Proposal,
  type SessionDifference,
  type Swap,
  type TechniqueId,
} from '@nuvrah/core';
import { catchError, concat, type Observable, of, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import { ScoreRow, type RowLine } from '../../shared/score/score-row';
import { Fold } from '../../ui/fold';
import { SearchSelect } from '../../ui/search-select';
import { composeWords } from '../../words/compose-words';
import { Composer } from './composer';

/** One proposal: its score and figures, how it differs from the first, why each passage is there and what could stand there instead. */
@Component({
  selector: 'nv-proposal-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, MatButtonModule, MatIconModule, ScoreRow, NgTemplateOutlet, SearchSelect],
  templateUrl: './proposal-card.html',
  styleUrl: './proposal-card.scss',
})
export class ProposalCard {
  protected readonly words = composeWords.proposalCard;
  readonly proposal = input.required<Proposal>();
  /** The proposal that it is compared with; null for that one itself. */
  readonly first = input.required<Proposal | null>();
  /** What it was composed from. */
  readonly request = input.required<ComposeRequest>();
  /** Milliseconds of the ruler that all proposals share. */
  readonly ruler = input.required<number>();
  readonly busy = input(false);
  readonly used = output();
  /** Another technique is put in place of one. */
  readonly swapped = output<Swap>();

  private readonly composer = inject(Composer);
  private readonly account = inject(AccountStore);
  private readonly naming = this.account.required().naming;

  private readonly conventions = computed(() =>
    resolveConventions(this.account.required().conventions, this.proposal().session.conventions),
  );
  protected readonly timeline = computed(() =>
    compileSession(this.proposal().session, { hand: this.request().hand }, this.request().profile),
  );
  protected readonly window = computed(() => ({ from: 0, to: this.ruler() }));
  /** Of the passages; how long stillness lasts only follows from the others. */
  private readonly differences = computed(() => {
    const [first, { session }] = [this.first(), this.proposal()];
    if (!first) return [];
    const passages = [...session.passages, ...first.session.passages];
    return compareSessions(first.session, session, this.conventions(), this.naming).flatMap(
      ({ kind, passageId }) => {
        const passage = passages.find(({ id }) => id === passageId);
        return passage && techniqueOf(passage.technique).slot !== 'settle'
          ? [{ kind, passageId, name: this.nameOf(passage.technique) }]
          : [];
      },
    );
  });
  protected readonly differs = computed(() => {
    const named = (kind: SessionDifference['kind']): string =>
      this.differences()
        .flatMap((one) => (one.kind === kind ? [one.name] : []))
        .join(', ');
    return [
      { word: this.words.without, names: named('removed') },
      { word: this.words.with, names: named('added') },
      { word: this.words.otherNumbers, names: named('changed') },
    ].filter(({ names }) => names !== '');
  });
  protected readonly lines = computed((): readonly RowLine[] => {
    const others = new Set(this.differences().map(({ passageId }) => passageId));
    return this.proposal().session.passages.map(({ id, technique }) => ({
      id,
      name: techniqueName(technique, this.naming),
      differs: others.has(id),
    }));
  });
  protected readonly figures = computed(() => {
    const { seconds, held, ofCapacity, goalFit } = this.proposal().numbers;
    return [
      { name: this.words.time, value: formatClock(seconds * 1000) },
      { name: this.words.held, value: held === 0 ? this.words.none : formatClock(held * 1000) },
      {
        name: this.words.mostOfCapacity,
        value: ofCapacity === null ? this.words.notMeasured : this.words.share(Math.round(ofCapacity * 100)),
      },
      { name: this.words.servesTheGoal, value: this.words.share(Math.round(goalFit * 100)) },
    ];
  });
  protected readonly leftOut = computed(() =>
    this.proposal().leftOut.map(({ technique, reason }) => ({ name: this.nameOf(technique), reason })),
  );

  /** The passage that is looked at. */
  protected readonly chosen = linkedSignal<Proposal, string | null>({
    source: this.proposal,
    computation: () => null,
  });
  protected readonly looked = computed(() => {
    const { session, why } = this.proposal();
    const passage = session.passages.find(({ id }) => id === this.chosen());
    return passage
      ? {
          name: this.nameOf(passage.technique),
          line: describePassage(passage, session.goal, this.conventions()),
          why: why.get(passage.id) ?? '',
        }
      : null;
  });
  /** What could stand in its place, with its price; null while it is worked out. */
  protected readonly alternatives = computed(() => {
    const swaps = this.swaps();
    return swaps === null || swaps === FAILED ? swaps : swaps.map((swap) => this.priced(swap));
  });
  private readonly swaps = answered(this.chosen, (id) =>
    this.composer.alternatives(this.request(), this.proposal(), id),
  );

  protected readonly techniques = Object.fromEntries([
    ['', ''],
    ...TECHNIQUES.map(({ id }) => [id, this.nameOf(id)] as const),
  ]) as Readonly<Record<TechniqueId | '', string>>;
  /** The technique about which is asked why it is not there. */
  protected readonly sought = linkedSignal<Proposal, TechniqueId | ''>({
    source: this.proposal,
    computation: () => '',
  });
  private readonly whyNot = answered(
    computed(() => this.sought() || null),
    (technique) => this.composer.whyNot(this.request(), this.proposal(), technique),
  );
  protected readonly answer = computed(() => {
    const [answer, sought] = [this.whyNot(), this.sought()];
    if (!answer || sought === '') return null;
    if (answer === FAILED) return { said: this.words.failed, swap: null };
    switch (answer.kind) {
      case 'in-it':
        return { said: this.words.isInIt(this.nameOf(sought)), swap: null };
      case 'not':
        return { said: answer.reason, swap: null };
      case 'swap':
        return {
          said: this.words.mayBePutIn(this.nameOf(sought), this.nameOf(answer.swap.inPlaceOf)),
          swap: this.priced(answer.swap),
        };
    }
  });

  private nameOf(technique: TechniqueId): string {
    return techniqueName(technique, this.naming);
  }

  private priced(swap: Swap): PricedSwap {
    const { words } = this;
    const goal = Math.round(swap.goalFit * 100);
    const [time, held] = [swap.seconds, swap.held].map((change) => Math.round(Math.abs(change)));
    return {
      swap,
      name: this.nameOf(swap.technique),
      inPlaceOf: this.nameOf(swap.inPlaceOf),
      price: [
        goal === 0 ? words.goalAsWell : words.goalChange(Math.abs(goal), goal > 0),
        time ? words.longer(formatClock(time * 1000), swap.seconds > 0) : words.asLong,
        ...(held ? [words.heldChange(formatClock(held * 1000), swap.held > 0)] : []),
      ].join(' · '),
    };
  }
}

/** A swap as it is offered. */
interface PricedSwap {
  readonly swap: Swap;
  readonly name: string;
  readonly inPlaceOf: string;
  readonly price: string;
}

/** The worker could not be had: its file did not come. */
const FAILED = 'failed';

/** What a worker answers to what is asked now; null while nothing is asked, and while it is worked out. */
const answered = <Q, T>(
  question: Signal<Q | null>,
  ask: (asked: Q) => Observable<T>,
): Signal<T | typeof FAILED | null> =>
  toSignal(
    toObservable(question).pipe(
      switchMap((now) =>
        now === null
          ? of(null)
          : concat(of(null), ask(now).pipe(catchError(() => of<typeof FAILED>(FAILED)))),
      ),
    ),
    { initialValue: null },
  );
