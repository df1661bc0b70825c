import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { ClassGroup, Phone } from '@nuvrah/contract';
import { CAUTION_LINE, formatClock, isEmergencySign, signById } from '@nuvrah/core';
import { FeltFields } from '../../../shared/sitting-record/felt-fields';
import { Fold } from '../../../ui/fold';
import { asksWhileUnsaved } from '../../../ui/unsaved';
import { classLeadWords } from '../../../words/class-lead-words';
import { phoneWords } from '../../../words/phone-words';
import { ClassRecords } from './class-records';
import { ClassPhones } from './class-phones';
import { ClassRunner } from './class-runner';

const STEPS = Array.from({ length: 11 }, (_, step) => step);

/** After a class: what each lane did is on record at once; effort, feelings and a note are asked of each, in one list. */
@Component({
  selector: 'nv-class-closing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FeltFields,
    Fold,
    MatButtonModule,
    MatButtonToggleModule,
    MatFormFieldModule,
    MatInputModule,
    RouterLink,
  ],
  template: `
    <header>
      <h1>{{ stopped() ? words.stopped : words.finished }}</h1>
      <span class="soft">{{ words.led(group().name, led()) }}</span>
      <span class="grow"></span>
      <span class="soft" role="status">{{ recordState() }}</span>
    </header>
    @if (mayGoOnFor() > 0) {
      <p class="go-on">
        <button matButton="outlined" type="button" (click)="goOn()">
          {{ words.goOn }} <small>{{ words.goOnFor(mayGoOnFor()) }}</small>
        </button>
        @if (phonesFollow()) {
          <button matButton type="button" (click)="store.leaveStopped()">{{ words.isOver }}</button>
          <span class="soft">{{ words.phonesWait }}</span>
        }
      </p>
    }
    @for (line of told(); track line.text) {
      <p class="notice" [class.no]="line.emergency" role="alert">
        <strong>{{ line.text }}</strong> {{ line.act }}
      </p>
    }
    @if (lost(); as names) {
      <p class="notice problem" role="alert">
        {{ words.notKept(names) }}
        <button matButton type="button" (click)="records.keepAll()">{{ again }}</button>
      </p>
    }
    <p class="ask">
      {{ words.howHard }} <span class="soft">{{ words.hint }}</span>
    </p>
    <form (submit)="keep($event)">
      <ul>
        @for (row of rows(); track row.id) {
          <li>
            <span class="name">{{ row.name }}</span>
            <mat-button-toggle-group
              hideSingleSelectionIndicator
              [attr.aria-label]="words.effortOf(row.name)"
              [value]="row.told.effort"
              (change)="records.tell(row.id, { effort: $event.value })"
            >
              @for (step of steps; track step) {
                <mat-button-toggle [value]="step">{{ step }}</mat-button-toggle>
              }
            </mat-button-toggle-group>
            <mat-form-field subscriptSizing="dynamic">
              <mat-label>{{ words.note }}</mat-label>
              <input
                matInput
                maxlength="4000"
                [attr.aria-label]="words.noteOf(row.name)"
                [value]="row.told.note"
                (input)="records.tell(row.id, { note: textOf($event) })"
              />
            </mat-form-field>
            @if (kept()) {
              <a matButton [routerLink]="['/students', row.id]">{{ words.toStudent(row.name) }}</a>
            } @else {
              <nv-fold class="felt" [name]="words.feelings(row.name)">
                <ng-template>
                  <nv-felt-fields
                    [felt]="row.told.felt"
                    (feltChange)="records.tell(row.id, { felt: $event })"
                    [before]="null"
                  />
                </ng-template>
              </nv-fold>
            }
          </li>
        }
      </ul>
      @if (guests()) {
        <p class="soft">{{ words.guests }}</p>
      }
      <button matButton="filled" class="save" type="submit">{{ words.keep }}</button>
      <a matButton [routerLink]="['/classes', group().id]">{{ words.backToTheClass }}</a>
    </form>
    <p class="soft">{{ caution }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
      max-width: 80rem;
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
    .grow {
      flex: 1;
    }
    .ask {
      font-size: 1.25rem;
    }
    .go-on {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 1rem;
    }
    .go-on [matButton='outlined'] {
      --mat-button-outlined-container-height: 3.5rem;
      --mat-button-outlined-label-text-size: 1.25rem;
    }
    ul {
      list-style: none;
      margin: 0 0 1rem;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 11rem auto minmax(8rem, 1fr) minmax(15rem, auto);
      gap: 0.25rem 1rem;
      align-items: center;
      padding: 0.375rem 0;
      border-top: 1px solid var(--rule);
    }
    .name {
      font: 400 1.25rem / 1.2 var(--serif);
      overflow-wrap: anywhere;
    }
    mat-button-toggle {
      min-width: 2.5rem;
    }
    .save {
      --mat-button-filled-container-height: 3.5rem;
      --mat-button-filled-label-text-size: 1.25rem;
    }
    @media (max-width: 70rem) {
      li {
        grid-template-columns: minmax(0, 1fr);
      }
      mat-button-toggle-group {
        flex-wrap: wrap;
      }
    }
  `,
})
export class ClassClosing {
  protected readonly words = classLeadWords.closing;
  protected readonly again = classLeadWords.ready.again;
  protected readonly caution = CAUTION_LINE;
  protected readonly steps = STEPS;
  readonly group = input.required<ClassGroup>();

  protected readonly store = inject(ClassRunner);
  /** Seconds for which everybody can still go on; none once it was said how it was. */
  protected readonly mayGoOnFor = this.store.mayGoOnFor;
  protected readonly records = inject(ClassRecords);
  private readonly keptAll = signal(false);
  /** Everything that was asked is on record, or waits here to be sent. */
  protected readonly kept = computed(() => this.keptAll() && !this.records.unsaved());

  protected readonly rows = computed(() =>
    this.store.sittings().map(({ studentId }) => ({
      id: studentId,
      name: this.store.names()[studentId] ?? '',
      told: this.records.of(studentId),
    })),
  );
  protected readonly guests = computed(() => Object.keys(this.store.names()).length > this.rows().length);
  protected readonly stopped = computed(
    () => this.store.run()?.lanes.every(({ run }) => run.state.kind === 'stopped') === true,
  );
  protected readonly led = computed(() => formatClock(this.store.ledFor()));
  protected readonly lost = computed(() => {
    const { lost } = this.records.states();
    return lost.length === 0 ? null : lost.map((id) => this.store.names()[id] ?? '').join(', ');
  });
  protected readonly recordState = computed(() => {
    const { busy, waiting, lost } = this.records.states();
    if (busy) return this.words.puttingOnRecord;
    if (lost.length > 0) return '';
    if (waiting) return this.words.waiting;
    return this.kept() ? this.words.kept : this.words.allOnRecord;
  });

  private readonly phones = inject(ClassPhones);
  protected readonly phonesFollow = computed(() => this.phones.phones().some(({ there }) => there));
  /** Signs that were told by phone, with what to do. */
  protected readonly told = computed(() =>
    this.phones.phones().flatMap(({ person, signs }) =>
      signs.map((sign) => {
        const { label, act } = signById(sign);
        const text = phoneWords.signTold(person ?? phoneWords.panel.looksOn, label);
        return { text, act, emergency: isEmergencySign(sign) };
      }),
    ),
  );

  constructor() {
    effect(() => {
      const phones = this.phones.phones();
      untracked(() => this.takeTold(phones));
    });
    asksWhileUnsaved(() => this.records.unsaved());
    // What was done goes on record at once, before anything is asked: closing the page loses nothing.
    this.records.keepAll();
  }

  /** What somebody tells by their phone goes on record at once; what the leader wrote stays. */
  private takeTold(phones: readonly Phone[]): void {
    let any = false;
    for (const { person, effort, signs } of phones) {
      const student = this.phones.studentOf(person);
      if (!student || !this.store.sittings().some(({ studentId }) => studentId === student)) continue;
      any = this.store.signsAfter(student, signs) || any;
      if (effort === null || this.records.of(student).effort !== null) continue;
      this.records.tell(student, { effort });
      any = true;
    }
    if (any) this.records.keepAll();
  }

  /** Must follow a press, or the browser keeps silent. */
  protected goOn(): void {
    void this.store.goOnAfterStop();
  }

  protected keep(event: Event): void {
    event.preventDefault();
    this.records.keepAll();
    this.keptAll.set(true);
    this.store.leaveStopped();
  }

  protected readonly textOf = (event: Event): string => (event.target as HTMLInputElement).value;
}
