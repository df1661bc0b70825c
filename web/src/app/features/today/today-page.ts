import { dayInWords } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { TodayItem, TodayStudent } from '@nuvrah/contract';
import { ScreeningClock } from '../../api/screening-clock';
import { Ladders } from '../../api/ladders';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';

/** How urgent something is, as a sign, a word and a colour that only helps. */
const KINDS: Readonly<
  Record<TodayItem['kind'], { readonly sign: string; readonly word: string; readonly level: string }>
> = {
  suspended: { sign: '⨯', word: 'Suspended', level: 'no' },
  unfinished: { sign: '◐', word: 'Not ended', level: 'change' },
  sign: { sign: '!', word: 'Told a sign', level: 'change' },
  decision: { sign: '⇄', word: 'Decision', level: 'change' },
  intake: { sign: '⚕', word: 'Intake', level: 'clearance' },
  clearance: { sign: '⚕', word: 'Clearance', level: 'clearance' },
  capacity: { sign: '◦', word: 'Capacity', level: 'care' },
  log: { sign: '◦', word: 'Not confirmed', level: 'care' },
  away: { sign: '◦', word: 'Away', level: 'care' },
  comes: { sign: '→', word: 'Comes', level: '' },
};

/** Where it is acted on, one click away. */
function wayOf(
  { id }: TodayStudent,
  { kind, ladderId, sittingId, sessionId }: TodayItem,
  begun: string | null,
) {
  switch (kind) {
    case 'unfinished':
      // What this browser kept of it can be gone on with, or closed as far as it came.
      return sittingId === begun && sessionId !== null
        ? { text: 'Go on or close', link: ['/lead', sessionId] }
        : { text: 'Close it', link: ['/ledger', sittingId ?? ''] };
    case 'suspended':
      return { text: 'File a clearance', link: ['/students', id], fragment: 'clearances' };
    case 'decision':
      return { text: 'Decide', link: ['/ladders', ladderId ?? ''] };
    case 'intake':
      return { text: 'Finish it', link: ['/students', id, 'intake'] };
    case 'clearance':
      return { text: 'File a new one', link: ['/students', id], fragment: 'clearances' };
    case 'capacity':
      return { text: 'Check it', link: ['/students', id, 'capacity'] };
    case 'sign':
      return { text: 'Look', link: ['/students', id] };
    case 'log':
      return { text: 'Confirm', link: ['/students', id], fragment: 'unconfirmed' };
    case 'away':
      return { text: 'Look', link: ['/students', id] };
    case 'comes':
      return sessionId === null
        ? { text: 'Look', link: ['/ladders', ladderId ?? ''] }
        : { text: 'Lead', link: ['/lead', sessionId] };
  }
}

/** Today: who comes, whose decision waits, what runs out, who is away. What needs most stands first. */
@Component({
  selector: 'nv-today-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingNote, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <div class="page-head">
        <h1>Today</h1>
        <span class="soft">{{ day() }}</span>
      </div>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value()) {
        <ul class="students">
          @for (row of rows(); track row.id) {
            <li>
              <h2>
                <a [routerLink]="['/students', row.id]">{{ row.name }}</a>
              </h2>
              <ul>
                @for (item of row.items; track $index) {
                  <li class="item" [class]="item.level">
                    <span>
                      <strong>{{ item.sign }} {{ item.word }}</strong> {{ item.said }}
                    </span>
                    <a
                      matButton="outlined"
                      [routerLink]="item.way.link"
                      [fragment]="item.way.fragment"
                      [attr.aria-label]="item.way.text + ': ' + row.name"
                      >{{ item.way.text }}</a
                    >
                  </li>
                }
              </ul>
            </li>
          } @empty {
            <li class="notice">Nothing waits, and nobody is planned for today.</li>
          }
        </ul>
      }
    </div>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .students > li {
      display: grid;
      grid-template-columns: minmax(8rem, 12rem) minmax(0, 1fr);
      gap: 0.5rem 1.5rem;
      padding: 0.875rem 0;
      border-top: 1px solid var(--rule);
    }
    h2 {
      font: 600 1.125rem/1.3 var(--serif);
      color: var(--ink);
      margin: 0.25rem 0;
    }
    .item {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 1rem;
      padding: 0.25rem 0 0.25rem 0.75rem;
      border-left: 4px solid var(--edge);
      margin-bottom: 0.375rem;
    }
    .item.no {
      border-color: var(--no);
    }
    .item.clearance {
      border-color: var(--clearance);
    }
    .item.change {
      border-color: var(--change);
    }
    .item.care {
      border-color: var(--care);
    }
    .item a {
      flex: none;
    }
    @media (max-width: 48rem) {
      .students > li {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class TodayPage {
  private readonly ladders = inject(Ladders);
  private readonly queue = inject(OfflineQueue);
  private readonly clock = inject(ScreeningClock);
  /** The sitting that was interrupted in this browser. */
  private readonly begun = inject(LeadKeeper).kept()?.sitting.id ?? null;

  /** Its record is kept here and on its way: nothing is left to be ended. */
  private waits = ({ kind, sittingId }: TodayItem): boolean =>
    kind === 'unfinished' && sittingId !== null && this.queue.waits('sitting', sittingId);

  protected readonly page = askedOnce(() => this.ladders.today());
  protected readonly day = computed(() => dayInWords(this.clock.today()));
  protected readonly rows = computed(() =>
    (this.page.value() ?? []).flatMap((student) => {
      const items = student.items
        .filter((item) => !this.waits(item))
        .map((item) => ({
          ...KINDS[item.kind],
          said: item.said,
          way: { fragment: undefined, ...wayOf(student, item, this.begun) },
        }));
      return items.length === 0 ? [] : [{ id: student.id, name: student.name, items }];
    }),
  );
}
