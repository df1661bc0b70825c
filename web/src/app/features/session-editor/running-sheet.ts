import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';

import {
  CAUTION_LINE,
  compileSession,
  cuesTooLong,
  describeInstructions,
  describePassage,
  describeTotal,
  formatClock,
  formatSeconds,
  resolveConventions,
  saidByPassage,
  sessionFromChecked,
  STOP_ACTION,
  techniqueOf,
  reviewToGiveOut,
  describeNeed,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ScreeningClock } from '../../api/screening-clock';
import { handOf, nameOfOwner, Sessions, studentsOf } from '../../api/sessions';
import { Variants } from '../../api/variants';
import { PageBar } from '../../shared/page/page-bar';
import { benchWords } from '../../words/bench-words';

/** A session on one page, to print: when, what, what to say and to watch for, and the cues that have no time. */
@Component({
  selector: 'nv-running-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, LoadingNote, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (sheet(); as sheet) {
        <nv-page-bar>
          <h1>{{ sheet.title }}</h1>
          <span class="soft">{{ sheet.whose }} · {{ sheet.total }}</span>
          <a matButton class="screen" [routerLink]="['/bench', id()]">{{ words.backToTheBench }}</a>
          @if (sheet.held.length === 0) {
            <button matButton="outlined" type="button" class="screen" (click)="print()">
              {{ words.print }}
            </button>
          }
        </nv-page-bar>
        @if (sheet.held.length > 0) {
          <div class="notice no" role="alert">
            <strong>{{ words.thisIsNotPrinted }}</strong>
            <ul>
              @for (line of sheet.held; track line) {
                <li>{{ line }}</li>
              }
            </ul>
          </div>
        }
        @for (line of sheet.notFor; track line) {
          <p class="notice no">{{ line }}</p>
        }
        <table class="sheet-table" [class.held]="sheet.held.length > 0">
          <thead>
            <tr>
              <th scope="col">{{ words.at }}</th>
              <th scope="col">{{ words.what }}</th>
              <th scope="col">{{ words.say }}</th>
              <th scope="col">{{ words.watchFor }}</th>
            </tr>
          </thead>
          <tbody>
            @for (row of sheet.rows; track row.id) {
              <tr>
                <td class="number">{{ row.at }}</td>
                <td>
                  <strong>{{ row.name }}</strong>
                  <div>{{ row.line }}</div>
                  <div class="soft">{{ row.instructions }} · {{ row.length }}</div>
                </td>
                <td>
                  {{ row.opening }}
                  @if (row.say) {
                    <p class="say">“{{ row.say }}”</p>
                  }
                  @if (row.said.length > 0) {
                    <div class="soft">{{ words.said }}</div>
                    <ul class="said">
                      @for (line of row.said; track line) {
                        <li>{{ line }}</li>
                      }
                    </ul>
                  }
                  @for (care of row.cares; track care) {
                    <div>
                      <strong>{{ care }}</strong>
                    </div>
                  }
                </td>
                <td>
                  @for (sign of row.watch; track sign) {
                    <div>{{ sign }}</div>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
        <h2>{{ words.cuesThatDoNot }}</h2>
        @if (sheet.cues.length > 0) {
          <ul>
            @for (cue of sheet.cues; track cue) {
              <li>{{ cue }}</li>
            }
          </ul>
        } @else {
          <p>{{ words.allCuesFit }}</p>
        }
        <p>{{ stop }}</p>
        <p class="soft">{{ caution }}</p>
      }
    </div>
  `,
  styles: `
    h2 {
      margin: 1.5rem 0 0.375rem;
    }
    p {
      margin: 0.5rem 0;
    }
    td {
      font-size: 0.9375rem;
    }
    .said {
      font-size: 0.875rem;
      list-style: none;
      padding: 0;
    }
    .say {
      font-style: italic;
    }
    ul {
      margin: 0;
      padding-left: 1.25rem;
    }
    @media print {
      .screen,
      .held {
        display: none;
      }
      tr {
        break-inside: avoid;
      }
    }
  `,
})
export class RunningSheet {
  protected readonly words = benchWords.runningSheet;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly variants = inject(Variants);
  private readonly account = inject(AccountStore);
  private readonly day = inject(ScreeningClock).day;

  protected readonly caution = CAUTION_LINE;
  protected readonly stop = this.words.atAnyStopSign(STOP_ACTION);
  protected readonly page = asked(this.id, (id) => this.sessions.withOwner(id));

  protected readonly sheet = computed(() => {
    const ready = this.page.value();
    if (!ready) return null;
    const { conventions: profile, naming, sound } = this.account.required();
    const session = sessionFromChecked(ready.session.document);
    const { owner } = ready;
    const timeline = compileSession(session, handOf(owner), profile);
    const conventions = resolveConventions(profile, session.conventions);
    const reviews = studentsOf(owner).map((student) => ({
      student,
      ...reviewToGiveOut(session, student, ready.session.overrulings, this.day()),
    }));
    const cares = reviews.flatMap(({ student, findings }) =>
      findings
        .filter(({ level }) => level === 'care')
        .map((finding) => ({
          ...finding,
          reason: owner.kind === 'class' ? `${student.name}: ${finding.reason}` : finding.reason,
        })),
    );
    const nameOf = (index: number): string => {
      const passage = session.passages[index];
      if (!passage) return '';
      return this.variants.names().get(passage.variant ?? '') ?? techniqueOf(passage.technique).names[naming];
    };
    const said = saidByPassage(timeline, { ...sound, cues: true }, naming);
    const inTheWay = reviews.filter(({ needs }) => needs.length > 0);
    return {
      held: owner.kind === 'student' ? inTheWay.flatMap(({ needs }) => needs.map(describeNeed)) : [],
      notFor:
        owner.kind === 'class'
          ? inTheWay.map(({ student, needs }) =>
              this.words.notFor(student.name, needs.map(describeNeed).join(' ')),
            )
          : [],
      title: session.title,
      whose: nameOfOwner(owner),
      total: describeTotal(timeline),
      rows: session.passages.map((passage, index) => {
        const { opening, watch } = techniqueOf(passage.technique);
        const span = timeline.passages[index];
        const concerns = cares.filter(
          ({ passageId }) => passageId === passage.id || (passageId === null && index === 0),
        );
        return {
          id: passage.id,
          at: formatClock(span?.from ?? 0),
          length: formatClock(span ? span.to - span.from : 0),
          name: nameOf(index),
          line: describePassage(passage, session.goal, conventions),
          instructions: describeInstructions(passage, { ...handOf(owner), naming, conventions }).join(' '),
          opening,
          say: passage.say,
          said: (said[index] ?? []).map(({ at, words, times }) =>
            this.words.saidAt(formatClock(at), words, times),
          ),
          cares: concerns.map(({ reason }) => reason),
          watch: watch.map(({ sign, correction }) => `${sign}: ${correction}`),
        };
      }),
      cues: cuesTooLong(timeline, naming).map(({ passage, words, needed, there, instead, times }) => {
        const short = instead === '' ? this.words.leaveToTone : this.words.sayInstead(instead ?? '');
        return this.words.takesTooLong(
          nameOf(passage),
          words,
          formatSeconds(needed),
          formatSeconds(there),
          times,
          short,
        );
      }),
    };
  });

  protected print(): void {
    window.print();
  }
}
