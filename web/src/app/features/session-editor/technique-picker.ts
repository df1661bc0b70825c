import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  answersTo,
  goalFit,
  GOALS,
  SLOTS,
  TECHNIQUES,
  type Goal,
  type Slot,
  type TechniqueId,
  nameBeside,
  SLOT_NAMES,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Variants } from '../../api/variants';
import { benchWords } from '../../words/bench-words';

/** What was picked: a technique, or an own variant of one. */
export interface Pick {
  readonly technique: TechniqueId;
  readonly variant: string | null;
}

interface Entry extends Pick {
  readonly key: string;
  readonly name: string;
  readonly also: string;
  readonly slot: Slot;
}

/** From this fit on a technique is said to serve a goal: it is one of its effects. */
const SERVES = 0.8;

/** Finds a technique or variant by any of its names and spellings; in the order in which a session goes. */
@Component({
  selector: 'nv-technique-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <label>
      <span>{{ words.findATechnique }}</span>
      <input
        #search
        type="search"
        autocomplete="off"
        [placeholder]="words.anyNameOrSpelling"
        [value]="typed()"
        (input)="typed.set(search.value)"
        (keydown.enter)="pickFirst()"
        (keydown.escape)="closed.emit()"
      />
    </label>
    <ul>
      @for (entry of found(); track entry.key) {
        @if (entry.opens; as slot) {
          <li class="slot">
            {{ slots[slot] }}
            @if (goal() && !filled().includes(slot)) {
              <strong>{{ words.nothingHereYet }}</strong>
            }
          </li>
        }
        <li>
          <button type="button" (click)="picked.emit(entry)">
            <strong>{{ entry.name }}</strong>&ngsp;<span class="soft">{{ entry.also }}</span>
            @if (entry.serves) {
              <span class="serves">{{ words.serves(goalName()) }}</span>
            }
          </button>
        </li>
      } @empty {
        <li class="soft">{{ words.noneFound }}</li>
      }
    </ul>
    @if (closable()) {
      <button matButton type="button" (click)="closed.emit()">{{ words.close }}</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
    }
    label,
    input {
      width: 100%;
    }
    label span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    input {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      width: 100%;
      max-height: 22rem;
      overflow: auto;
      border-block: 1px solid var(--rule);
    }
    li button {
      width: 100%;
      text-align: left;
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      padding: 0.3125rem 0.25rem;
      cursor: pointer;
    }
    .slot {
      padding: 0.5rem 0.25rem 0.125rem;
      border-top: 1px solid var(--rule);
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    .slot:first-child {
      border: 0;
    }
    .serves {
      color: var(--care);
      font-size: 0.9375rem;
    }
    li button:hover {
      background: var(--press);
    }
    .soft {
      font-size: 0.9375rem;
    }
  `,
})
export class TechniquePicker {
  protected readonly slots = SLOT_NAMES;
  protected readonly words = benchWords.techniquePicker;
  readonly closable = input(true);
  /** What the session is for, and the slots that have something: suggestions are marked by them. */
  readonly goal = input<Goal | null>(null);
  readonly filled = input<readonly Slot[]>([]);
  readonly picked = output<Pick>();
  readonly closed = output();

  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);
  protected readonly typed = signal('');

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

  protected readonly goalName = computed(() => {
    const goal = this.goal();
    return goal ? GOALS[goal] : '';
  });
  /** Within a slot what serves the goal comes first; the first of each slot opens it. */
  protected readonly found = computed(() => {
    const text = this.typed().trim();
    const goal = this.goal();
    const entries = this.entries()
      .filter((entry) => text === '' || entry.answers(text))
      .map((entry) => ({ ...entry, serves: goal !== null && goalFit(entry.technique, [goal]) >= SERVES }));
    const sorted = entries.sort(
      (a, b) => SLOTS.indexOf(a.slot) - SLOTS.indexOf(b.slot) || Number(b.serves) - Number(a.serves),
    );
    return sorted.map((entry, index) => ({
      ...entry,
      opens: entry.slot === sorted[index - 1]?.slot ? null : entry.slot,
    }));
  });

  protected pickFirst(): void {
    const [first] = this.found();
    if (first) this.picked.emit(first);
  }
}
