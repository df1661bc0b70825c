import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { MOST_LOGGED, type NewLoggedSitting } from '@nuvrah/contract';
import { CSV_COLUMNS, type LoggedSitting, type ReadLog, momentInWords } from '@nuvrah/core';
import { concatMap, forkJoin, from, reduce, Subscription, switchMap, tap } from 'rxjs';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { NOW } from '../../api/now';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { describePassageRecord, describePlace } from '../../shared/sitting-record/describe-record';
import { LogReading } from './log-reader';
import { Fold } from '../../ui/fold';
import { FileButton } from '../../ui/file-button';
import { PageBar } from '../../shared/page/page-bar';
import { ledgerWords } from '../../words/ledger-words';

/** Rows of the preview, and problems that are shown; of all there are the numbers. */
const SHOWN = 50;

/** A log from outside: read, looked at, and only then put on record. */
@Component({
  selector: 'nv-log-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, FileButton, Fold, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ words.importLog }}</h1>
        <a matButton routerLink="/ledger">{{ words.backToTheLedger }}</a>
      </nv-page-bar>
      <p>
        {{ words.aboutFile }}
        <code>{{ words.studentStartedAtTechnique }}</code>{{ words.nothingPutYet }}
      </p>
      <nv-fold [name]="words.allColumns">
        <ng-template>
          <p>
            <code translate="no">{{ columns }}</code>
          </p>
        </ng-template>
      </nv-fold>
      <p class="ways">
        <nv-file-button [label]="words.chooseAFile" accept=".csv,text/csv" (fileChosen)="read($event)" />
        @if (progress() !== null) {
          <progress max="1" [attr.aria-label]="doing()" [value]="progress()"></progress>
          <button matButton type="button" (click)="cancel()">{{ words.cancel }}</button>
        }
      </p>
      @if (failed(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      @if (added() !== null) {
        <p class="notice care" role="status">
          {{ words.onRecordNow(added() ?? 0) }}
          <a routerLink="/ledger">{{ words.toTheLedger }}</a>
        </p>
      }
      @if (log(); as log) {
        <section aria-labelledby="found">
          <h2 id="found">{{ words.whatTheFileHolds }}</h2>
          <ul>
            <li>
              {{ words.toBeAdded(log.rows, log.sittings.length) }}
            </li>
            @if (log.there > 0) {
              <li>{{ words.onRecordAlreadyLeft(log.there) }}</li>
            }
            @if (log.ignored.length > 0) {
              <li>{{ words.columnsThatAreNot(log.ignored.join(', ')) }}</li>
            }
          </ul>
          @if (log.sittings.length > 0 && added() === null) {
            <button
              matButton="filled"
              type="button"
              [disabled]="progress() !== null"
              (click)="put(log.sittings)"
            >
              {{ words.putOnRecord(log.sittings.length) }}
            </button>
          }
        </section>
        @if (log.problems.length > 0) {
          <section aria-labelledby="problems">
            <h2 id="problems">
              {{ words.theseSittingsAreLeft(log.problems.length) }}
            </h2>
            <table class="sheet-table">
              <thead>
                <tr>
                  <th scope="col" class="number">{{ words.line }}</th>
                  <th scope="col">{{ words.column }}</th>
                  <th scope="col">{{ words.whatToDo }}</th>
                </tr>
              </thead>
              <tbody>
                @for (problem of log.problems.slice(0, shown); track $index) {
                  <tr>
                    <td class="number">{{ problem.line }}</td>
                    <td>{{ problem.column ?? '' }}</td>
                    <td>{{ problem.message }}</td>
                  </tr>
                }
              </tbody>
            </table>
            @if (log.problems.length > shown) {
              <p class="soft">{{ words.andMore(log.problems.length - shown) }}</p>
            }
          </section>
        }
        @if (preview().length > 0) {
          <section aria-labelledby="preview">
            <h2 id="preview">{{ words.willBeAdded }}</h2>
            <table class="sheet-table">
              <thead>
                <tr>
                  <th scope="col">{{ words.day }}</th>
                  <th scope="col">{{ words.student }}</th>
                  <th scope="col">{{ words.done }}</th>
                  <th scope="col" class="number">{{ words.effort }}</th>
                </tr>
              </thead>
              <tbody>
                @for (row of preview(); track row.id) {
                  <tr>
                    <td>
                      {{ row.day }}
                      <div class="soft">{{ row.session }}{{ row.where }}</div>
                    </td>
                    <td>{{ row.student }}</td>
                    <td>
                      @for (line of row.done; track $index) {
                        <div>{{ line }}</div>
                      }
                    </td>
                    <td class="number">{{ row.effort ?? '–' }}</td>
                  </tr>
                }
              </tbody>
            </table>
            @if (log.sittings.length > shown) {
              <p class="soft">{{ words.andMore(log.sittings.length - shown) }}</p>
            }
          </section>
        }
      }
    </div>
  `,
  styles: `
    p,
    nv-fold {
      margin: 0.5rem 0;
    }
    code {
      overflow-wrap: anywhere;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.75rem;
    }
    section {
      margin-top: 1.5rem;
    }
    ul {
      padding-left: 1.25rem;
    }
    h2 {
      margin-bottom: 0.5rem;
    }
  `,
})
export class LogPage {
  protected readonly words = ledgerWords.logPage;
  private readonly sittings = inject(Sittings);
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly reading = inject(LogReading);
  private readonly now = inject(NOW);

  protected readonly columns = CSV_COLUMNS.join(', ');
  protected readonly shown = SHOWN;
  protected readonly doing = signal('reading');
  protected readonly progress = signal<number | null>(null);
  protected readonly failed = signal<string | null>(null);
  protected readonly log = signal<ReadLog | null>(null);
  protected readonly added = signal<number | null>(null);
  private work = new Subscription();

  protected readonly preview = computed(() => {
    const { naming, timeZone } = this.account.required();
    return (this.log()?.sittings ?? []).slice(0, SHOWN).map((sitting) => ({
      id: sitting.id,
      student: sitting.student,
      session: sitting.session,
      where: describePlace(sitting.place),
      day: momentInWords(sitting.startedAt, timeZone),
      done: sitting.record.passages.map((passage) => describePassageRecord(passage, naming)),
      effort: sitting.effort,
    }));
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.work.unsubscribe());
  }

  protected read(file: File): void {
    this.begin('reading');
    this.log.set(null);
    this.added.set(null);
    const { timeZone, conventions: profile } = this.account.required();
    const now = new Date(this.now()).toISOString();
    const sittings: LoggedSitting[] = [];
    this.work = forkJoin([file.arrayBuffer(), this.students.list(), this.sittings.known()])
      .pipe(
        switchMap(([bytes, students, known]) =>
          this.reading.read({ bytes, context: { students, known, timeZone, now, profile } }),
        ),
      )
      .subscribe({
        next: (message) => {
          if (message.kind === 'progress') return this.progress.set(message.done);
          if (message.kind === 'part') return void sittings.push(...message.sittings);
          this.progress.set(null);
          this.log.set({ ...message.log, sittings });
        },
        error: (problem: unknown) => this.fail(problem, this.words.fileNotRead),
      });
  }

  /** Some at a time: what is on record by then stays, and is known when the file is read again. */
  protected put(all: readonly LoggedSitting[]): void {
    this.begin(this.words.puttingOnRecord);
    let sent = 0;
    this.work = from(inParts(all))
      .pipe(
        concatMap((part) => this.sittings.addLogged(part).pipe(tap(() => (sent += part.length)))),
        tap(() => this.progress.set(sent / all.length)),
        reduce((sum, { added }) => sum + added, 0),
      )
      .subscribe({
        next: (added) => {
          this.progress.set(null);
          this.added.set(added);
        },
        error: (problem: unknown) => this.fail(problem, this.words.failed, sent),
      });
  }

  protected cancel(): void {
    this.work.unsubscribe();
    this.progress.set(null);
  }

  private begin(doing: string): void {
    this.work.unsubscribe();
    this.doing.set(doing);
    this.failed.set(null);
    this.progress.set(0);
  }

  private fail(problem: unknown, instead: string, sent = 0): void {
    this.progress.set(null);
    const said = isApiProblem(problem) ? problem.message : instead;
    const there = sent === 0 ? '' : this.words.areOnRecordChoose(sent);
    this.failed.set(`${said}${there}`);
  }
}

const isApiProblem = (problem: unknown): problem is ApiProblem =>
  typeof problem === 'object' && problem !== null && 'kind' in problem && 'message' in problem;

function inParts(all: readonly LoggedSitting[]): readonly NewLoggedSitting[][] {
  const wire = all.map(({ student: _, ...sitting }) => sitting as unknown as NewLoggedSitting);
  return Array.from({ length: Math.ceil(wire.length / MOST_LOGGED) }, (__, index) =>
    wire.slice(index * MOST_LOGGED, (index + 1) * MOST_LOGGED),
  );
}
