import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { givenNameOf, type HomeLink } from '@nuvrah/contract';
import {
  describeNeed,
  instructionsOf,
  resolveConventions,
  reviewToGiveOut,
  sessionFromChecked,
  dayInWords,
} from '@nuvrah/core';
import { combineLatest, map, of, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { Links } from '../../api/links';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ScreeningClock } from '../../api/screening-clock';
import { handOf, Sessions } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { SoundTrack } from '../../shared/playback/sound-track';
import { SelectField } from '../../ui/select-field';
import { planInWords } from '../../words/plan-words';
import { QrCode } from '../../ui/qr-code';
import { PracticeSteps } from '../../shared/practice/practice-steps';
import { timelineOf, type Practised } from '../../shared/practice/practised';
import { StopSigns } from '../../shared/practice/stop-signs';
import { homeWords } from '../../words/home-words';

const PAPERS = { A4: 'A4', letter: 'Letter' } as const;
type Paper = keyof typeof PAPERS;

/** Millimetres left free on every side. */
const MARGIN = 12;
/** What is inside the margins, millimetres. */
const INSIDE: Readonly<Record<Paper, { readonly width: number; readonly height: number }>> = {
  A4: { width: 210 - 2 * MARGIN, height: 297 - 2 * MARGIN },
  letter: { width: 215.9 - 2 * MARGIN, height: 279.4 - 2 * MARGIN },
};
/** A little is kept back, for what printers round. */
const SLACK = 0.98;

/** A card to take home: one page with the round as a picture, the numbers, the cautions of this student and the stop signs. */
@Component({
  selector: 'nv-card-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    SelectField,
    QrCode,
    LoadingNote,
    MatButtonModule,
    PracticeSteps,
    RouterLink,
    SoundTrack,
    StopSigns,
  ],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (card(); as card) {
        <div class="ways screen">
          <a matButton [routerLink]="['/bench', id()]">{{ words.backToTheBench }}</a>
          <nv-select
            [label]="words.paper"
            [words]="papers"
            [value]="paper()"
            (valueChange)="paper.set($event)"
          />
          @if (card.held.length === 0) {
            <button matButton="filled" type="button" (click)="print()">{{ words.printOrSaveAs }}</button>
          }
          <nv-sound-track
            [timeline]="card.timeline"
            [instructions]="card.instructions"
            [name]="card.file"
            [held]="card.held"
          />
        </div>
        <div class="scroll">
          <div class="frame">
            <article #sheet class="card" [style.--paper-width]="inside().width + 'mm'" [style.--fit]="fit()">
              <header>
                <h1>{{ words.practiceAtHome }}</h1>
                <p>
                  <strong>{{ card.called }}</strong> · {{ card.when }}
                </p>
                <p class="soft">{{ instructor() }}, {{ today() }}</p>
              </header>
              @if (card.held.length > 0) {
                <div class="notice no" role="alert">
                  <strong>{{ words.thereIsNoCard }}</strong>
                  <ul>
                    @for (line of card.held; track line) {
                      <li>{{ line }}</li>
                    }
                  </ul>
                </div>
              }
              @if (card.held.length === 0) {
                <nv-practice-steps [practised]="card.practised" />
              }
              @if (card.held.length === 0 && card.address; as address) {
                <div class="scan">
                  <nv-qr-code [address]="address" />
                  <p>{{ words.scan }}</p>
                </div>
              }
              @if (card.cautions.length > 0) {
                <section aria-labelledby="care">
                  <h2 id="care">{{ words.forYou }}</h2>
                  <ul>
                    @for (line of card.cautions; track line) {
                      <li>{{ line }}</li>
                    }
                  </ul>
                </section>
              }
              <nv-stop-signs />
            </article>
          </div>
        </div>
      }
    </div>
  `,
  styles: `
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem 1rem;
      align-items: end;
      margin-bottom: 1rem;
    }
    .scroll {
      overflow-x: auto;
    }
    /* On the screen as it is on paper, only larger. */
    .card {
      box-sizing: border-box;
      width: var(--paper-width);
      zoom: 1.2;
      background: var(--sheet);
      display: grid;
      gap: 0.5rem;
      font-size: 0.8125rem;
      line-height: 1.3;
    }
    .frame {
      display: inline-block;
      background: var(--sheet);
      border: 1px solid var(--rule);
      padding: 12mm;
    }
    .card ::ng-deep {
      td,
      th {
        padding: 0.1875rem 0.375rem;
      }
      h2 {
        font-size: 1em;
      }
    }
    .scan {
      display: flex;
      align-items: center;
      gap: 1rem;
    }
    .scan nv-qr-code {
      flex: none;
      width: 30mm;
    }
    h1 {
      font-size: 1.375rem;
    }
    ul {
      margin: 0.25rem 0;
      padding-left: 1.25rem;
    }
    @media print {
      .screen {
        display: none;
      }
      .page {
        padding: 0;
      }
      .scroll {
        overflow: visible;
      }
      .frame {
        display: block;
        border: 0;
        padding: 0;
      }
      .card {
        zoom: var(--fit);
        width: calc(var(--paper-width) / var(--fit));
      }
    }
  `,
})
export class CardPage {
  protected readonly words = homeWords.cardPage;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly ladders = inject(Ladders);
  private readonly links = inject(Links);
  private readonly variants = inject(Variants);
  private readonly account = inject(AccountStore);
  private readonly day = inject(ScreeningClock).day;

  protected readonly papers = PAPERS;
  protected readonly paper = signal<Paper>(
    // Where Letter is used, dates are written month first.
    Intl.DateTimeFormat().resolvedOptions().locale.endsWith('-US') ? 'letter' : 'A4',
  );
  protected readonly today = computed(() => dayInWords(this.day().today));
  protected readonly instructor = computed(() => this.account.required().name);
  protected readonly page = asked(this.id, (id) =>
    this.sessions.withOwner(id).pipe(
      switchMap((ready) =>
        combineLatest({
          ready: of(ready),
          ladders: ready.owner.kind === 'student' ? this.ladders.list(ready.owner.student.id) : of([]),
          links: ready.owner.kind === 'student' ? this.links.list(ready.owner.student.id) : of([]),
        }),
      ),
      map(({ ready, ladders, links }) => ({
        ...ready,
        link: links.find((link) => link.sessionId === id && this.opens(link)) ?? null,
        ladder: ladders.find(({ sessionId, ended }) => sessionId === id && !ended) ?? null,
      })),
    ),
  );

  protected readonly card = computed(() => {
    const shown = this.page.value();
    if (!shown) return null;
    const { session: stored, owner, ladder, link } = shown;
    const { conventions: profile, naming } = this.account.required();
    const session = sessionFromChecked(stored.document);
    const practised: Practised = {
      session,
      conventions: resolveConventions(profile, session.conventions),
      hand: handOf(owner).hand,
      naming,
      variants: this.variants.names(),
    };
    const student = owner.kind === 'student' ? owner.student : null;
    const { findings, needs } = student
      ? reviewToGiveOut(session, student, stored.overrulings, this.day())
      : { findings: [], needs: [] };
    return {
      practised,
      timeline: timelineOf(practised),
      instructions: () => instructionsOf(session, practised),
      file: session.title,
      called: student ? givenNameOf(student.name) : session.title,
      address: link?.address ?? null,
      when: ladder ? planInWords(ladder.plan) : this.words.asAgreed,
      held: needs.map(describeNeed),
      cautions: [...new Set(findings.filter(({ level }) => level === 'care').map(({ reason }) => reason))],
    };
  });

  protected readonly inside = computed(() => INSIDE[this.paper()]);
  private readonly sheet = viewChild<ElementRef<HTMLElement>>('sheet');
  /** How tall the card is for its width, as it is laid out now. */
  private readonly tall = signal(0);
  /** By how much everything is printed smaller, so that it stays on one page. */
  protected readonly fit = computed(() => {
    const { width, height } = this.inside();
    return this.tall() === 0 ? 1 : Math.min(1, (height * SLACK) / (this.tall() * width));
  });

  constructor() {
    effect((onCleanup) => {
      const sheet = this.sheet()?.nativeElement;
      if (!sheet) return;
      const observer = new ResizeObserver(() => {
        const { width, height } = sheet.getBoundingClientRect();
        if (width > 0) this.tall.set(height / width);
      });
      observer.observe(sheet);
      onCleanup(() => observer.disconnect());
    });
    const document = inject(DOCUMENT);
    const style = document.createElement('style');
    document.head.append(style);
    inject(DestroyRef).onDestroy(() => style.remove());
    effect(() => {
      style.textContent = `@page { size: ${this.paper()} portrait; margin: ${MARGIN}mm; }`;
    });
  }

  private opens({ revokedAt, expiresOn, address }: HomeLink): boolean {
    return revokedAt === null && address !== null && expiresOn >= this.day().today;
  }

  protected print(): void {
    window.print();
  }
}
