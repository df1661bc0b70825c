import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { recordOfRounds, type PassageRecord } from '@nuvrah/core';
import { NOW } from '../../api/now';
import { nameOfPassage, type Practised } from '../../shared/practice/practised';

/** What was done without the page. */
export interface ByHand {
  /** Rounds done of each passage, in order. */
  readonly rounds: readonly number[];
  readonly startedAt: string;
}

interface Row {
  readonly name: string;
  readonly planned: number;
  readonly word: string;
}

/** Rounds that were done by the card or by heart, to be told without being led here. */
@Component({
  selector: 'nv-home-by-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <form (submit)="tell($event)">
      @for (row of rows(); track $index) {
        @if (row) {
          <label>
            <span>{{ row.name }}, {{ row.word }} of {{ row.planned }}</span>
            <input
              type="number"
              min="0"
              step="0.5"
              [max]="row.planned"
              [attr.aria-label]="row.name + ', ' + row.word + ' of ' + row.planned"
              [value]="done()[$index]"
              (change)="set($index, $event)"
            />
          </label>
        }
      }
      <label>
        <span>when</span>
        <input
          type="datetime-local"
          aria-label="when"
          [max]="latest"
          [value]="at()"
          (change)="setMoment($event)"
        />
      </label>
      <button matButton="outlined" type="submit">Go on to tell it</button>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    label > span {
      display: block;
    }
  `,
})
export class HomeByHand {
  readonly practised = input.required<Practised>();
  readonly told = output<ByHand>();

  private readonly now = inject(NOW);
  protected readonly latest = localMoment(this.now());
  protected readonly at = signal(this.latest);

  /** What is asked of each passage; null of natural breathing. */
  protected readonly rows = computed((): readonly (Row | null)[] => {
    const practised = this.practised();
    const { session, hand, conventions } = practised;
    const { passages } = recordOfRounds({ session, student: { hand }, conventions }, []);
    return session.passages.map((passage, index) =>
      rowOf(nameOfPassage(practised, passage), passages[index]),
    );
  });
  protected readonly done = linkedSignal(() => this.rows().map((row) => row?.planned ?? 0));

  protected set(index: number, event: Event): void {
    const box = event.target as HTMLInputElement;
    const planned = this.rows()[index]?.planned ?? 0;
    const value = box.value === '' ? planned : Math.min(planned, Math.max(0, Number(box.value)));
    box.value = String(value);
    this.done.set(this.done().map((one, at) => (at === index ? value : one)));
  }

  /** An empty moment is none, and none lies ahead: it stays what it was. */
  protected setMoment(event: Event): void {
    const box = event.target as HTMLInputElement;
    if (box.value !== '' && box.value <= this.latest) this.at.set(box.value);
    else box.value = this.at();
  }

  protected tell(event: Event): void {
    event.preventDefault();
    // Left as it was it is now, to the second.
    const at = this.at() === this.latest ? new Date(this.now()) : new Date(this.at());
    this.told.emit({ rounds: this.done(), startedAt: at.toISOString() });
  }
}

/** A moment as the browser's own field for it has it: by the clock of the phone, to the minute. */
function localMoment(now: number): string {
  const local = new Date(now - new Date(now).getTimezoneOffset() * 60_000);
  return local.toISOString().slice(0, 16);
}

function rowOf(name: string, passage: PassageRecord | undefined): Row | null {
  if (!passage || passage.kind === 'natural') return null;
  const planned = passage.cyclesPlanned / passage.cyclesPerRound;
  return { name, planned, word: passage.kind === 'strokes' ? 'sets' : 'rounds' };
}
