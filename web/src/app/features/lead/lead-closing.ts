import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Student } from '@nuvrah/contract';
import { CAUTION_LINE, formatClock, type SignId } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { describePassageRecord, describeWay } from '../../shared/sitting-record/describe-record';
import { EffortAndNote } from '../../shared/sitting-record/effort-and-note';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { LeadStore } from '../../shared/playback/lead-store';
import { markOf } from '../../api/mark-of';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { SignPanel } from '../../shared/sitting-record/sign-panel';
import { feltOrNull, NOT_FELT } from '../../shared/sitting-record/felt-fields';
import { secondsToGoOn } from '../../shared/playback/stop-taken-back';
import { LeadNext } from './lead-next';
import { leadWords } from '../../words/lead-words';

/** After leading: signs, effort and how it feels in one view; once that is on record, what comes next. */
@Component({
  selector: 'nv-lead-closing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EffortAndNote, LeadNext, MatButtonModule, SignPanel],
  template: `
    @if (asleep()) {
      <div class="asleep">
        <p class="large">{{ words.letThemSleep }}</p>
        <p class="soft">
          <span role="status">{{ recordState() }}</span> {{ words.toldLater }}
        </p>
        <button matButton type="button" (click)="asleep.set(false)">{{ words.tellNow }}</button>
      </div>
    } @else {
      <header>
        <h1>{{ stopped() ? words.stopped : words.finished }}</h1>
        <span class="soft">{{ words.led(student().name, led()) }}</span>
        <span class="grow"></span>
        <span class="soft" role="status">{{ recordState() }}</span>
      </header>
      @if (stopped()) {
        <div class="stopped">
          <p class="large">{{ words.handDownLetGo }}</p>
          @if (mayGoOnFor() > 0 && !next()) {
            <button matButton="outlined" type="button" (click)="goOn.emit()">
              {{ words.goOn }} <small>{{ words.goOnFor(mayGoOnFor()) }}</small>
            </button>
          }
          @if (refused(); as why) {
            <p role="alert">{{ why }}</p>
          }
        </div>
      }
      @if (next(); as sitting) {
        <nv-lead-next [sitting]="sitting" [student]="student()" />
      } @else {
        <div class="asked">
          <nv-sign-panel
            [asked]="true"
            [emergencyNumber]="emergencyNumber"
            [chosen]="signs()"
            (chosenChange)="setSigns($event)"
          />
          <nv-effort-and-note
            [(effort)]="effort"
            [before]="before()"
            [(after)]="after"
            [(note)]="note"
            [problem]="problem()"
            (save)="save()"
          >
            <button matButton="filled" class="save" type="submit" [disabled]="busy()">
              {{ words.keepOnRecord }}
            </button>
          </nv-effort-and-note>
        </div>
        <section aria-labelledby="done">
          <h2 id="done">{{ words.whatWasDone }}</h2>
          <ul>
            @for (line of lines(); track $index) {
              <li>{{ line }}</li>
            }
          </ul>
        </section>
      }
      <p class="soft">{{ caution }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 1rem;
      max-width: 76rem;
      margin: 0 auto;
      padding: 1.25rem 1.5rem;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.5rem 1.5rem;
    }
    h1 {
      font-size: 2.25rem;
    }
    .asleep {
      display: grid;
      justify-items: center;
      gap: 1rem;
      padding-top: 30vh;
      color: var(--soft-ink);
    }
    .asked {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(33rem, 100%), 1fr));
      gap: 1rem 2.5rem;
      align-items: start;
    }
    .stopped {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 1.5rem;
    }
    small {
      font: inherit;
      font-weight: 400;
      font-variant-numeric: tabular-nums;
    }
    .grow {
      flex: 1;
    }
    .large {
      font-size: 1.5rem;
    }
    ul {
      margin: 0.5rem 0 0;
      padding-left: 1.25rem;
      font-size: 1.125rem;
    }
    .save {
      --mat-button-filled-container-height: 3.5rem;
      --mat-button-filled-label-text-size: 1.25rem;
    }
  `,
})
export class LeadClosing {
  protected readonly words = leadWords.leadClosing;
  readonly student = input.required<Student>();
  /** Why it did not go on, where that was asked. */
  readonly refused = input<string | null>(null);
  readonly goOn = output();

  private readonly store = inject(LeadStore);
  private readonly account = inject(AccountStore);

  protected readonly caution = CAUTION_LINE;
  protected readonly emergencyNumber = this.account.required().emergencyNumber;
  protected readonly effort = signal<number | null>(null);
  protected readonly after = signal(NOT_FELT);
  protected readonly note = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  private readonly queue = inject(OfflineQueue);
  private readonly waiting = computed(() => this.queue.waits('sitting', this.store.sitting()?.id ?? ''));
  private readonly record = computed(() => this.store.record());
  private readonly kept = signal(false);
  /** The sitting, once everything that was asked is on record, or waits here to be sent. */
  protected readonly next = computed(() => (this.kept() ? this.store.sitting() : null));
  /** How it felt before, as it was asked today; null where it was not. */
  protected readonly before = computed(() => {
    const sitting = this.store.sitting();
    return sitting && sitting.feltBefore;
  });
  /** Nothing is asked of somebody who sleeps, and nothing shines. */
  protected readonly asleep = signal(
    this.record()?.outcome === 'finished' && this.store.run()?.setup.session.ending === 'sleep',
  );
  protected readonly stopped = computed(() => this.record()?.outcome === 'stopped');
  protected readonly signs = computed(() => this.record()?.signs ?? []);
  protected readonly led = computed(() => formatClock(this.record()?.led ?? 0));
  protected readonly lines = computed(() => {
    const [record, { naming }] = [this.record(), this.account.required()];
    if (!record) return [];
    return [
      ...record.passages.map((passage) => describePassageRecord(passage, naming)),
      ...describeWay(record, naming),
    ];
  });
  protected readonly recordState = computed(() => {
    if (this.busy()) return this.words.puttingItOnRecord;
    if (this.waiting()) return this.words.serverAway;
    return this.store.sitting()?.record ? this.words.doneKept : this.words.notOnRecordYet;
  });

  private readonly told = computed(() => ({
    effort: this.effort(),
    feltAfter: feltOrNull(this.after()),
    note: this.note().trim(),
  }));
  private readonly typed = computed(() => markOf(this.told()));
  /** What of it is on record, or kept. */
  private readonly saved = signal(markOf({ effort: null, feltAfter: null, note: '' }));

  /** Seconds for which a stop can still be taken back. */
  protected readonly mayGoOnFor = toSignal(secondsToGoOn(), { requireSync: true });

  constructor() {
    asksWhileUnsaved(() => this.typed() !== this.saved());
    // What was done goes on record at once, before anything is asked: closing the page loses nothing.
    this.keep(null);
  }

  /** Each tap goes on record at once: an emergency sign must not wait for a button, nor be lost by a reload. */
  protected setSigns(signs: readonly SignId[]): void {
    this.store.setSigns(signs);
    this.keep(null);
  }

  protected save(): void {
    this.keep(() => this.kept.set(true));
  }

  /** What is to be kept once more when what is on its way has arrived. */
  private again: { readonly then: (() => void) | null } | null = null;

  private keep(then: (() => void) | null): void {
    if (this.busy()) {
      this.again = { then: then ?? this.again?.then ?? null };
      return;
    }
    this.busy.set(true);
    this.problem.set(null);
    const sent = this.typed();
    this.store.save(this.told()).subscribe((delivery) => {
      const { again } = this;
      if (delivery.kind === 'there' || (delivery.kind === 'waiting' && delivery.kept)) this.saved.set(sent);
      this.again = null;
      this.busy.set(false);
      if (delivery.kind === 'refused') this.problem.set(delivery.problem.message);
      else if (delivery.kind === 'waiting' && !delivery.kept) this.problem.set(NOT_KEPT);
      else if (again) this.keep(then ?? again.then);
      else then?.();
    });
  }
}
