import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSliderModule } from '@angular/material/slider';
import { RouterLink } from '@angular/router';
import {
  compileSession,
  describeNeed,
  formatClock,
  reviewToGiveOut,
  sessionFromChecked,
  techniqueName,
} from '@nuvrah/core';
import { interval } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { handOf, Sessions } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { LoadingNote } from '../../shared/loading-note';
import { LeadRunner } from '../../shared/playback/lead-runner';
import { LeadScreen } from '../../shared/playback/lead-screen';
import { WakeLock } from '../../shared/playback/wake-lock';
import { SelectField } from '../../ui/select-field';
import { leadWords } from '../../words/lead-words';
import { RehearsalRunner } from './rehearsal-runner';

/** How many times as fast. */
const SPEEDS = { half: 0.5, usual: 1, faster: 1.5, twice: 2, 'four-times': 4, 'eight-times': 8 } as const;
type Speed = keyof typeof SPEEDS;

/** Milliseconds between two looks at where it is. */
const LOOK_EVERY = 250;

/** A session led through with nobody there: what the room will see and hear, from any passage, at any speed. */
@Component({
  selector: 'nv-rehearsal-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LeadScreen, LoadingNote, MatButtonModule, MatSliderModule, RouterLink, SelectField],
  providers: [RehearsalRunner, { provide: LeadRunner, useExisting: RehearsalRunner }, WakeLock],
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (ready(); as ready) {
      <div class="bar">
        <p>
          <strong>{{ words.rehearsal }}</strong> {{ ready.title }}
          <span class="soft">{{ words.nothingKept }}</span>
        </p>
        <nv-select
          [label]="words.from"
          [words]="ready.passages"
          [value]="from()"
          (valueChange)="goTo($event)"
        />
        <nv-select
          [label]="words.speed"
          [words]="words.speeds"
          [value]="speed()"
          (valueChange)="changeSpeed($event)"
        />
        @if (state() === 'led') {
          <mat-slider class="where" [min]="0" [max]="total()" [step]="1000">
            <input
              matSliderThumb
              #thumb="matSliderThumb"
              [attr.aria-label]="words.where"
              [attr.aria-valuetext]="clock()"
              [value]="at()"
              (dragStart)="drawn.set(true)"
              (dragEnd)="drawn.set(false)"
              (change)="seek(thumb.value)"
            />
          </mat-slider>
        }
        <a matButton [routerLink]="['/bench', id()]">{{ words.backToTheBench }}</a>
      </div>
      @switch (state()) {
        @case ('led') {
          <nv-lead-screen />
        }
        @default {
          <div class="begin">
            @if (ready.held.length > 0) {
              <div class="notice no" role="alert">
                <strong>{{ words.notRehearsed }}</strong>
                <ul>
                  @for (line of ready.held; track line) {
                    <li>{{ line }}</li>
                  }
                </ul>
              </div>
            } @else {
              @if (state() === 'over') {
                <p role="status">{{ words.ended }}</p>
              }
              <button matButton="filled" type="button" (click)="start()">
                {{ state() === 'over' ? words.again : words.start }}
              </button>
            }
          </div>
        }
      }
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 100vh;
      background: var(--ground);
      color: var(--ink);
      --above: 5rem;
    }
    .bar {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 1rem;
      min-height: 5rem;
      padding: 0.5rem 2.5rem;
      border-bottom: 1px solid var(--rule);
    }
    .bar p {
      margin: 0;
      flex: 1 1 14rem;
    }
    .bar p span {
      display: block;
    }
    nv-select {
      width: 12rem;
    }
    .where {
      flex: 1 1 10rem;
    }
    .begin {
      padding: 2rem 2.5rem;
    }
    @media (max-width: 48rem) {
      .bar {
        padding: 0.5rem 1rem;
      }
      nv-select {
        flex: 1 1 9rem;
        width: auto;
      }
      .begin {
        padding: 1.5rem 1rem;
      }
    }
  `,
})
export class RehearsalPage {
  protected readonly words = leadWords.rehearsal;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);
  private readonly runner = inject(RehearsalRunner);
  private readonly day = inject(ScreeningClock).day;

  protected readonly page = asked(this.id, (id) => this.sessions.withOwner(id));
  protected readonly from = signal('0');
  protected readonly speed = signal<Speed>('usual');
  /** Where it is, milliseconds; by whole seconds. */
  protected readonly at = signal(0);
  /** While it is drawn along, it stays under the pointer. */
  protected readonly drawn = signal(false);
  protected readonly clock = computed(() => formatClock(this.at()));
  protected readonly total = computed(() => this.runner.timeline()?.total ?? 0);

  protected readonly state = computed((): 'ready' | 'led' | 'over' => {
    const run = this.runner.run();
    if (!run) return 'ready';
    return run.state.kind === 'leading' || run.state.kind === 'paused' ? 'led' : 'over';
  });

  protected readonly ready = computed(() => {
    const opened = this.page.value();
    if (!opened) return null;
    const { conventions, naming } = this.account.required();
    const session = sessionFromChecked(opened.session.document);
    const { owner } = opened;
    const setup = { session, student: handOf(owner), conventions };
    const timeline = compileSession(session, setup.student, conventions);
    const passages = session.passages.map(({ technique, variant }, index) => {
      const name = this.variants.names().get(variant ?? '') ?? techniqueName(technique, naming);
      const at = formatClock(timeline.passages[index]?.from ?? 0);
      return [String(index), `${this.words.passage(index + 1, name)} · ${at}`] as const;
    });
    const held =
      owner.kind === 'student'
        ? reviewToGiveOut(session, owner.student, opened.session.overrulings, this.day()).needs
        : [];
    return {
      title: session.title,
      setup,
      passages: Object.fromEntries(passages),
      held: held.map(describeNeed),
    };
  });

  constructor() {
    const root = inject(DOCUMENT).documentElement;
    root.classList.add('dark');
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
    interval(LOOK_EVERY)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.look());
  }

  private look(): void {
    const at = Math.max(0, this.runner.position());
    if (!this.drawn()) this.at.set(Math.floor(at / 1000) * 1000);
    const led = this.runner.timeline()?.passages.findLast(({ from }) => from <= at);
    const passages = this.runner.run()?.setup.session.passages ?? [];
    const index = passages.findIndex(({ id }) => id === led?.id);
    if (this.state() === 'led' && index >= 0) this.from.set(String(index));
  }

  protected start(): void {
    const ready = this.ready();
    if (!ready || ready.held.length > 0) return;
    const from = this.state() === 'over' ? 0 : Number(this.from());
    this.runner.leave();
    void this.runner.rehearse(ready.setup, from);
  }

  /** From another passage on, as it is planned. */
  protected goTo(passage: string): void {
    this.from.set(passage);
    if (this.state() !== 'led') return;
    this.runner.leave();
    this.start();
  }

  protected changeSpeed(speed: Speed): void {
    this.speed.set(speed);
    this.runner.atSpeed(SPEEDS[speed]);
  }

  protected seek(at: number): void {
    this.runner.seek(at);
  }
}
