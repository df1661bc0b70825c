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
import type { Feelings, HomeReport } from '@nuvrah/contract';
import { noteSigns, type LeadRecord, type Naming } from '@nuvrah/core';
import { NOW } from '../../api/now';
import { describePassageRecord } from '../../shared/sitting-record/describe-record';
import { EffortAndNote } from '../../shared/sitting-record/effort-and-note';
import { feltOrNull, NOT_FELT } from '../../shared/sitting-record/felt-fields';
import { SignPanel } from '../../shared/sitting-record/sign-panel';
import { LocalNumber } from '../../shared/local-number';
import { homeWords } from '../../words/home-words';

/** What is told after a practice at home: what was done, signs, how hard it felt, a note. */
@Component({
  selector: 'nv-home-telling',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EffortAndNote, MatButtonModule, SignPanel],
  template: `
    <h1>{{ record().outcome === 'finished' ? words.finished : words.ended }}</h1>
    <p>{{ words.handDownSit }}</p>
    <nv-sign-panel
      [asked]="record().outcome !== 'finished'"
      [emergencyNumber]="number()"
      [(chosen)]="signs"
    />
    <section aria-labelledby="done">
      <h2 id="done">{{ words.whatWasDone }}</h2>
      <ul>
        @for (line of lines(); track $index) {
          <li>{{ line }}</li>
        }
      </ul>
    </section>
    <nv-effort-and-note
      [(effort)]="effort"
      [before]="feltBefore()"
      [(after)]="after"
      [(note)]="note"
      [problem]="problem()"
      (save)="tell()"
    >
      <div class="ways">
        <button matButton="filled" type="submit" [disabled]="busy()">{{ words.tellYourInstructor }}</button>
        <button matButton type="button" (click)="dropped.emit()">{{ words.doNotTell }}</button>
      </div>
    </nv-effort-and-note>
  `,
  styles: `
    :host {
      display: grid;
      gap: 1.25rem;
    }
    ul {
      margin: 0.375rem 0 0;
      padding-left: 1.25rem;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.75rem;
    }
    button {
      min-height: 2.75rem;
    }
  `,
})
export class HomeTelling {
  protected readonly words = homeWords.homeTelling;
  readonly record = input.required<LeadRecord>();
  readonly naming = input.required<Naming>();
  /** How it felt before; null where it was not told. */
  readonly feltBefore = input.required<Feelings | null>();
  readonly busy = input.required<boolean>();
  readonly told = output<Omit<HomeReport, 'id' | 'practiceId' | 'startedAt'>>();
  readonly dropped = output();

  private readonly now = inject(NOW);
  protected readonly number = inject(LocalNumber).number;
  /** Those that were noted on the way to begin with. */
  protected readonly signs = linkedSignal(() => this.record().signs);
  protected readonly effort = signal<number | null>(null);
  protected readonly after = signal(NOT_FELT);
  protected readonly note = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly lines = computed(() =>
    this.record().passages.map((passage) => describePassageRecord(passage, this.naming())),
  );

  protected tell(): void {
    const effort = this.effort();
    if (effort === null) return this.problem.set(this.words.effortNeeded);
    this.problem.set(null);
    const told = noteSigns(this.record(), this.signs(), new Date(this.now()).toISOString());
    const { passages, signs, takenBack, added, log, ...rest } = told;
    const record = {
      ...rest,
      passages: [...passages],
      signs: [...signs],
      takenBack: [...takenBack],
      ...(added && { added: [...added] }),
      ...(log && { log: [...log] }),
    };
    this.told.emit({
      record,
      effort,
      feltBefore: this.feltBefore(),
      feltAfter: feltOrNull(this.after()),
      note: this.note().trim(),
    });
  }
}
