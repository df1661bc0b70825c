import { computed, inject, Injectable, signal } from '@angular/core';
import {
  canSplit,
  copyPassage,
  describePassage,
  editPassage,
  formatClock,
  insertPassage,
  LONGEST_NATURAL_SECONDS,
  movePassage,
  passageInPlaceOf,
  removePassage,
  seconds,
  slotsOf,
  splitPassage,
  startingSide,
  strictestByPassage,
  techniqueName,
  techniqueOf,
  withFittedParts,
  withPhaseCounts,
  type ConventionKey,
  type Conventions,
  type CountedPassage,
  type FindingLevel,
  type Goal,
  type Numbers,
  type Passage,
  type PhaseKind,
  type Session,
  type TechniqueId,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Variants } from '../../api/variants';
import { distinctNames } from '../../shared/distinct-names';
import { pickKey, type Pick, type PickerSight } from '../../shared/picker/picker-sight';
import { verdictOn } from '../../shared/picker/verdict';
import { passageOfPick } from '../../shared/sessions/passage-of-pick';
import { Notices } from '../../ui/notices';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { PassageClipboard } from './passage-clipboard';
import { SessionDraft } from './session-draft';

/** What is of the whole session. */
export interface WholeChange {
  readonly seatChange?: Session['seatChange'];
  readonly ending?: Session['ending'];
}

export interface PassageEdit {
  readonly passage: Passage;
  /** Edits of one name that follow each other are undone together. */
  readonly name: string;
}

/** A passage as it stands in lists. */
export interface PassageLine {
  readonly id: string;
  readonly name: string;
  readonly time: string;
  readonly line: string;
  /** The strictest that speaks against it and stands open. */
  readonly mark: FindingLevel | null;
}

/** The passage that is chosen, and every edit of the session that is being written; all of them can be undone. */
@Injectable()
export class SessionEdits {
  private readonly draft = inject(SessionDraft);
  private readonly review = inject(BenchReview);
  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);
  private readonly clipboard = inject(PassageClipboard);
  private readonly notices = inject(Notices);

  private readonly passages = computed(() => this.draft.session()?.passages ?? []);
  private readonly chosen = signal(0);
  readonly index = computed(() => Math.max(0, Math.min(this.chosen(), this.passages().length - 1)));
  readonly passage = computed((): Passage | null => this.passages()[this.index()] ?? null);
  readonly splits = computed(() => {
    const passage = this.passage();
    return passage !== null && canSplit(passage);
  });
  readonly mayHold = computed(() => {
    const passage = this.passage();
    const pattern = passage && techniqueOf(passage.technique).pattern;
    return pattern?.kind === 'counted' && pattern.holds !== 'never';
  });
  readonly start = computed(() => {
    const [passage, session] = [this.passage(), this.draft.session()];
    return passage?.kind === 'counted' && session
      ? startingSide(passage, session.goal, this.review.conventions())
      : 'left';
  });
  readonly slots = computed(() => slotsOf({ passages: this.passages() }));
  private readonly names = computed(() =>
    distinctNames(this.passages().map((passage) => this.nameOf(passage))),
  );
  /** Names of the passages by id. */
  readonly nameById = computed(
    () => new Map(this.passages().map(({ id }, index) => [id, this.names()[index] ?? ''])),
  );
  private readonly marks = computed(() => strictestByPassage(this.review.openFindings()));
  readonly lines = computed((): readonly PassageLine[] => {
    const spans = this.review.timeline()?.passages;
    const goal = this.draft.session()?.goal ?? 'calm';
    return this.passages().map((passage, index) => {
      const span = spans?.[index];
      return {
        id: passage.id,
        name: this.names()[index] ?? '',
        time: span ? formatClock(span.to - span.from) : '–',
        line: this.described(passage, goal, this.review.conventions()),
        mark: this.marks().get(passage.id) ?? null,
      };
    });
  });

  /** Passages in words, each worked out once: an edit changes one of many. */
  private readonly inWords = new WeakMap<
    Passage,
    { readonly of: readonly unknown[]; readonly line: string }
  >();

  private described(passage: Passage, goal: Goal, conventions: Conventions): string {
    const of = [goal, conventions];
    const known = this.inWords.get(passage);
    if (known?.of.every((one, index) => one === of[index])) return known.line;
    const line = describePassage(passage, goal, conventions);
    this.inWords.set(passage, { of, line });
    return line;
  }

  readonly pickerSight = computed((): PickerSight | null => {
    const session = this.draft.session();
    if (!session) return null;
    const student = this.review.student();
    return {
      goal: session.goal,
      filled: this.slots(),
      hand: this.review.hand().hand,
      conventions: this.review.conventions(),
      forName: student?.name ?? null,
      passageOf: (pick) => this.newPassage(pick, pickKey(pick)),
      verdictOf: (pick) =>
        student ? verdictOn(this.newPassage(pick, pickKey(pick)), session, student, this.review.day()) : null,
    };
  });

  choose(index: number): void {
    this.chosen.set(index);
  }

  choosePassage(id: string): void {
    const index = this.passages().findIndex((passage) => passage.id === id);
    if (index >= 0) this.choose(index);
  }

  /** The whole session as a remedy, a version or a fit to the time made it: one step. */
  replace(session: Session): void {
    this.draft.edit(() => session);
  }

  setMinutes(minutes: number | null): void {
    this.draft.edit((session) => ({ ...session, minutes }), 'minutes');
  }

  /** How long a change of seat takes, or how the session ends. */
  setWhole(change: WholeChange): void {
    this.draft.edit(
      ({ ending, ...session }) => {
        const ends = 'ending' in change ? change.ending : ending;
        const { seatChange = session.seatChange } = change;
        return { ...session, seatChange, ...(ends && { ending: ends }) };
      },
      `whole ${Object.keys(change).join()}`,
    );
  }

  setTitle(title: string): void {
    if (title.trim() !== '') this.draft.edit((session) => ({ ...session, title }), 'title');
  }

  setGoal(goal: Goal): void {
    this.draft.edit((session) => ({ ...session, goal }));
  }

  /** An answer for this session alone; none goes back to the instructor's own. */
  setConvention({ key, choice }: { readonly key: ConventionKey; readonly choice: string }): void {
    this.draft.edit((session) => {
      const { [key]: _, ...others } = session.conventions;
      return { ...session, conventions: choice === '' ? others : { ...others, [key]: choice } };
    }, `convention ${key}`);
  }

  setPhase({ kind, counts }: { readonly kind: PhaseKind; readonly counts: number }): void {
    this.editCounted(kind, (passage) => withPhaseCounts(passage, kind, counts));
  }

  setPassage({ passage, name }: PassageEdit): void {
    const fitted = passage.kind === 'counted' ? withFittedParts(passage) : passage;
    this.draft.edit((session) => editPassage(session, passage.id, () => fitted), `${name} ${passage.id}`);
  }

  useNumbers(numbers: Numbers): void {
    this.editCounted(null, (passage) => ({ ...passage, ...numbers }));
  }

  add(pick: Pick): void {
    const after = this.passage()?.id ?? null;
    this.putIn(this.newPassage(pick, crypto.randomUUID()), after);
  }

  /** Another technique in the place of the one that is chosen. */
  change(pick: Pick): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => editPassage(session, id, () => this.newPassage(pick, id)));
  }

  remove(): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => removePassage(session, id));
  }

  /** The passage that is chosen, to be pasted elsewhere. @returns it as text; null where there is none */
  copy(): string | null {
    const [session, passage] = [this.draft.session(), this.passage()];
    if (!session || !passage) return null;
    this.notices.say(benchWords.passageList.copied);
    return this.clipboard.copy(session, [passage]);
  }

  /** What was copied, put in after the passage that is chosen: one step. A variant that is not on this Shelf becomes its technique. */
  paste(passages: readonly Passage[]): void {
    const known = this.variants.names();
    const fresh = passages.map((passage) => ({
      ...passage,
      id: crypto.randomUUID(),
      variant: passage.variant !== null && known.has(passage.variant) ? passage.variant : null,
    }));
    const last = fresh.at(-1);
    if (!last) return;
    let after = this.passage()?.id ?? null;
    this.draft.edit((session) =>
      fresh.reduce((now, passage) => {
        const next = insertPassage(now, passage, after);
        after = passage.id;
        return next;
      }, session),
    );
    this.choosePassage(last.id);
  }

  duplicate(): void {
    const id = this.passage()?.id;
    if (!id) return;
    this.draft.edit((session) => copyPassage(session, id, crypto.randomUUID()));
    this.chosen.set(this.index() + 1);
  }

  split(): void {
    const id = this.passage()?.id;
    if (id) this.draft.edit((session) => splitPassage(session, id, crypto.randomUUID()));
  }

  /** The passage that is chosen goes so many places on, or back. */
  move(by: number): void {
    const id = this.passage()?.id;
    if (!id) return;
    this.draft.edit((session) => movePassage(session, id, by));
    this.choosePassage(id);
  }

  /** A passage from one place to another, as it was dragged; it is the one that is chosen then. */
  drop(from: number, to: number): void {
    if (from === to) return;
    this.choose(from);
    this.move(to - from);
  }

  /** The simpler form in the place of the passage, about as long. */
  useSimpler(technique: TechniqueId): void {
    const [passage, span] = [this.passage(), this.review.timeline()?.passages[this.index()]];
    const fit = this.review.fit();
    if (!passage || !span || !fit) return;
    const length = seconds((span.to - span.from) / 1000);
    const simpler = passageInPlaceOf(passage, technique, length, this.review.conventions(), fit);
    this.draft.edit((session) => editPassage(session, passage.id, () => simpler));
  }

  setRest(millis: number): void {
    const passage = this.passage();
    if (passage?.kind === 'natural') this.editNatural(passage.id, () => millis / 1000, 'rest');
  }

  /** What whole rounds left over goes to the next natural breathing. */
  addToRest(millis: number): void {
    const rest = this.passages()
      .slice(this.index() + 1)
      .find(({ kind }) => kind === 'natural');
    if (rest) this.editNatural(rest.id, (length) => length + millis / 1000, null);
  }

  private putIn(passage: Passage, after: string | null): void {
    this.draft.edit((session) => insertPassage(session, passage, after));
    this.choosePassage(passage.id);
  }

  private newPassage(pick: Pick, id: string): Passage {
    return passageOfPick(pick, id, this.variants, this.review.fit());
  }

  private nameOf({ technique, variant }: Passage): string {
    const own = this.variants.names().get(variant ?? '');
    return own ?? techniqueName(technique, this.account.required().naming);
  }

  private editCounted(name: string | null, change: (passage: CountedPassage) => CountedPassage): void {
    const passage = this.passage();
    if (passage?.kind !== 'counted') return;
    this.draft.edit(
      (session) =>
        editPassage(session, passage.id, (now) =>
          now.kind === 'counted' ? withFittedParts(change(now)) : now,
        ),
      name && `${name} ${passage.id}`,
    );
  }

  private editNatural(id: string, length: (now: number) => number, name: string | null): void {
    this.draft.edit(
      (session) =>
        editPassage(session, id, (passage) =>
          passage.kind === 'natural'
            ? { ...passage, length: seconds(Math.min(LONGEST_NATURAL_SECONDS, length(passage.length))) }
            : passage,
        ),
      name && `${name} ${id}`,
    );
  }
}
