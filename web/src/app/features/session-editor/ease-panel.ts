import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Student } from '@nuvrah/contract';
import {
  BAD_DAY,
  badDayTest,
  countsOf,
  easeDown,
  easeStrokes,
  formatBreath,
  formatSeconds,
  PHASE_NAMES,
  techniqueName,
  techniqueOf,
  withStrokes,
  type Conventions,
  type EaseWay,
  type Naming,
  type Numbers,
  type Passage,
  type Sustainable,
  type TechniqueId,
  keysOf,
} from '@nuvrah/core';
import { benchWords } from '../../words/bench-words';

const WAY_WORDS: Readonly<Record<EaseWay, string>> = {
  'one-count': benchWords.easePanel.oneCountLess,
  halve: benchWords.easePanel.halve,
  'drop-hold': benchWords.easePanel.dropTheHolds,
};

/** Ways to make a passage easier, and what happens to it on a bad day. The pace is never changed. */
@Component({
  selector: 'nv-ease-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (ways().length > 0) {
      <h2>{{ words.easier }}</h2>
      <div class="ways">
        @for (way of ways(); track $index) {
          <button matButton="outlined" type="button" (click)="way.run()">{{ way.label }}</button>
        }
      </div>
    }
    @if (badDay(); as day) {
      <p>
        <span class="soft">{{ words.onABadDay(less) }}</span> {{ day.text }}
        @if (day.eased; as eased) {
          <button matButton type="button" (click)="edit.emit(eased.passage)">{{ eased.line }}</button>
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
    }
    button {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.375rem;
    }
  `,
})
export class EasePanel {
  protected readonly words = benchWords.easePanel;
  readonly passage = input.required<Passage>();
  readonly sustainable = input.required<Sustainable | null>();
  readonly conventions = input.required<Conventions>();
  readonly student = input.required<Pick<Student, 'name'>>();
  readonly naming = input.required<Naming>();
  readonly numbers = output<Numbers>();
  readonly edit = output<Passage>();
  readonly simpler = output<TechniqueId>();

  protected readonly less = Math.round((1 - BAD_DAY) * 100);

  protected readonly ways = computed(() => [...this.easings(), ...this.simplerForm()]);

  private easings(): { label: string; run: () => void }[] {
    const passage = this.passage();
    if (passage.kind === 'strokes') {
      const eased = easeStrokes(passage);
      if (!eased.ok) return [];
      const { strokes, rate } = eased.value;
      const label = this.words.strokesAtAMinute(strokes, rate);
      const easier = { ...withStrokes(passage, strokes), rate, rateRamp: null };
      return [{ label, run: () => this.edit.emit(easier) }];
    }
    if (passage.kind !== 'counted') return [];
    const lines = new Set<string>();
    return keysOf(WAY_WORDS).flatMap((asked) => {
      const eased = easeDown(passage, asked);
      if (!eased.ok) return [];
      const line = formatBreath(countsOf(eased.value.numbers));
      if (lines.has(line)) return [];
      lines.add(line);
      // A base that is small already loses its holds instead, and says so.
      const { way, numbers } = eased.value;
      return [{ label: `${WAY_WORDS[way]}: ${line}`, run: () => this.numbers.emit(numbers) }];
    });
  }

  private simplerForm(): { label: string; run: () => void }[] {
    const simpler = techniqueOf(this.passage().technique).simpler as TechniqueId | null;
    if (simpler === null) return [];
    const label = this.words.simplerForm(techniqueName(simpler, this.naming()));
    return [{ label, run: () => this.simpler.emit(simpler) }];
  }

  protected readonly badDay = computed(() => {
    const [passage, sustainable] = [this.passage(), this.sustainable()];
    if (passage.kind !== 'counted' || !sustainable) return null;
    const day = badDayTest(passage, sustainable, this.conventions());
    if (!day) return null;
    if (day.holds) return { text: this.words.stillWithinReach, eased: null };
    const first = this.words.failsFirst(
      PHASE_NAMES[day.phase],
      formatSeconds(day.needed),
      formatSeconds(day.there),
    );
    const steady = day.eased && passage.ramps.length > 0 && day.eased.ramps.length === 0;
    const line =
      day.eased &&
      this.words.eased(formatBreath(countsOf(day.eased)), steady ? this.words.withoutAChange : '');
    const eased = day.eased && { line, passage: day.eased };
    return { text: eased ? first : this.words.takeTheSimplerForm(first), eased };
  });
}
