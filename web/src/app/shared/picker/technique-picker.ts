import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import {
  answersTo,
  describePassage,
  goalFit,
  GOALS,
  nameBeside,
  SLOT_NAMES,
  SLOTS,
  TECHNIQUES,
  type Slot,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Variants } from '../../api/variants';
import { LEVEL_SIGNS } from '../findings/levels';
import { LevelIcon } from '../findings/level-icon';
import { roundOf } from '../score/one-round';
import { ScoreStaff } from '../score/score-staff';
import { FindField } from '../../ui/find-field';
import { pickerWords } from '../../words/picker-words';
import { pickKey, type Pick, type PickerSight, type Verdict } from './picker-sight';
import { RecentPicks } from './recent-picks';

interface Entry extends Pick {
  readonly key: string;
  readonly name: string;
  readonly also: string;
  readonly slot: Slot;
}

/** From this fit on a technique is said to serve a goal: it is one of its effects. */
const SERVES = 0.8;
/** Techniques that are screened in one go: the page goes on in between. */
const SCREENED_AT_ONCE = 6;

/**
 * Finds a technique or variant by any of its names and spellings, in the order in which a session goes: one round of it as a
 * picture, what serves the goal, and what the student may not do with the reason.
 */
@Component({
  selector: 'nv-technique-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindField, LevelIcon, MatButtonModule, MatIconModule, ScoreStaff],
  templateUrl: './technique-picker.html',
  styleUrl: './technique-picker.scss',
  host: {
    '(keydown.arrowdown)': 'step($event, 1)',
    '(keydown.arrowup)': 'step($event, -1)',
    '(keydown.enter)': 'enter($event)',
  },
})
export class TechniquePicker {
  protected readonly slots = SLOT_NAMES;
  protected readonly words = pickerWords;
  readonly sight = input.required<PickerSight>();
  readonly picked = output<Pick>();
  readonly closed = output();

  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);
  private readonly recent = inject(RecentPicks);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly destroyed = inject(DestroyRef);
  protected readonly typed = signal('');
  /** What is looked at: pointed at, or with the focus. */
  private readonly looked = signal<string | null>(null);
  private readonly verdicts = signal<ReadonlyMap<string, Verdict | null>>(new Map());

  private readonly entries = computed(
    (): readonly (Entry & { readonly answers: (text: string) => boolean })[] => {
      const { naming } = this.account.required();
      const techniques = TECHNIQUES.map((entry) => ({
        key: entry.id,
        technique: entry.id,
        variant: null,
        name: entry.names[naming],
        also: nameBeside(entry, naming),
        slot: entry.slot,
        answers: (text: string) => answersTo(entry, text),
      }));
      const variants = this.variants.inUse().map(({ id, document }) => {
        const base = TECHNIQUES.find((entry) => entry.id === document.technique);
        const names = { plain: document.name, diacritic: document.name, english: document.name };
        return {
          key: id,
          technique: document.technique,
          variant: id,
          name: document.name,
          also: this.words.yourVariantOf(base?.names[naming] ?? document.technique),
          slot: base?.slot ?? 'arrive',
          answers: (text: string) => answersTo({ names, aliases: base?.aliases ?? [] }, text),
        };
      });
      return [...techniques, ...variants];
    },
  );

  protected readonly goalName = computed(() => GOALS[this.sight().goal]);
  private readonly answering = computed(() => {
    const text = this.typed().trim();
    return this.entries().filter((entry) => text === '' || entry.answers(text));
  });
  /** Used last come first while nothing is typed; then slot by slot, within each what serves the goal first. */
  protected readonly groups = computed(() => {
    const { goal, filled } = this.sight();
    const verdicts = this.verdicts();
    const entries = this.answering().map((entry) => ({
      ...entry,
      serves: goalFit(entry.technique, [goal]) >= SERVES,
      verdict: verdicts.get(entry.key) ?? null,
    }));
    const recent =
      this.typed().trim() === ''
        ? this.recent.keys().flatMap((key) => entries.filter((entry) => entry.key === key))
        : [];
    return [
      { name: this.words.usedLast, empty: false, entries: recent },
      ...SLOTS.map((slot) => ({
        name: SLOT_NAMES[slot],
        empty: !filled.includes(slot),
        entries: entries
          .filter((entry) => entry.slot === slot)
          .sort((a, b) => Number(b.serves) - Number(a.serves)),
      })),
    ].filter((group) => group.entries.length > 0);
  });

  /** What is looked at, or the first that was found: one round as a picture, its numbers, and what speaks against it. */
  protected readonly shown = computed(() => {
    const entries = this.answering();
    const entry = entries.find(({ key }) => key === this.looked()) ?? entries[0];
    if (!entry) return null;
    const { goal, hand, conventions, passageOf } = this.sight();
    const passage = passageOf(entry);
    const verdict = this.verdicts().get(entry.key) ?? null;
    return {
      entry,
      round: roundOf(passage, goal, hand, conventions),
      line: describePassage(passage, goal, conventions),
      verdict: verdict && { ...verdict, word: LEVEL_SIGNS[verdict.level].word },
    };
  });

  constructor() {
    afterNextRender(() => this.screen([...this.entries()]));
  }

  /** Screens a few, and lets the page go on before the next. */
  private screen(waiting: readonly Entry[]): void {
    const [now, later] = [waiting.slice(0, SCREENED_AT_ONCE), waiting.slice(SCREENED_AT_ONCE)];
    const { verdictOf } = this.sight();
    this.verdicts.update(
      (verdicts) => new Map([...verdicts, ...now.map((entry) => [entry.key, verdictOf(entry)] as const)]),
    );
    if (later.length === 0) return;
    const timer = setTimeout(() => this.screen(later));
    this.destroyed.onDestroy(() => clearTimeout(timer));
  }

  protected look(key: string): void {
    this.looked.set(key);
  }

  protected pick(entry: Pick): void {
    this.recent.add(pickKey(entry));
    this.picked.emit({ technique: entry.technique, variant: entry.variant });
  }

  /** In the search field: the first that was found. */
  protected enter(event: Event): void {
    if (!(event.target instanceof HTMLInputElement)) return;
    // The button that gets the focus back when this closes would be pressed with the same key.
    event.preventDefault();
    const [first] = this.groups().flatMap(({ entries }) => entries);
    if (first) this.pick(first);
  }

  /** Up and down go from one to the next, and from the search field into the list. */
  protected step(event: Event, by: 1 | -1): void {
    const rows = [...this.host.querySelectorAll<HTMLElement>('.entry')];
    const here = rows.indexOf(document.activeElement as HTMLElement);
    const next = rows[here < 0 ? 0 : here + by];
    if (!next) return;
    event.preventDefault();
    next.focus();
  }
}
