import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  changesSession,
  describeAllowing,
  lastDayOf,
  remediesFor,
  whatWouldAllow,
  type Remedy,
  type ScreeningCase,
  type Session,
  type StandingFinding,
  clockInWords,
} from '@nuvrah/core';
import { NOW } from '../../api/now';
import type { StoredApproval, Student } from '@nuvrah/contract';
import { ApprovalForm } from './approval-form';
import { findingWords } from '../../words/finding-words';

/** What a button does, from what was done. */
const asAction = ({ kind, said }: Remedy): string =>
  kind === 'remove'
    ? findingWords.findingWays.leaveItOut
    : said.replace(/^replaced by/, findingWords.findingWays.replaceItBy);

/** What can be done about one finding: remedies to apply, and what of the record would allow it. Both are proved. */
@Component({
  selector: 'nv-finding-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ApprovalForm, MatButtonModule],
  template: `
    @if (editable()) {
      <div class="ways">
        @for (remedy of remedies(); track remedy.text) {
          @if (remedy.session; as session) {
            <button matButton="outlined" type="button" (click)="apply.emit(session)">
              {{ remedy.text }}
            </button>
          } @else {
            <span>{{ remedy.text }}</span>
          }
        } @empty {
          <span class="soft">{{ words.noChangeLifts }}</span>
        }
      </div>
    }
    <p class="soft">{{ words.whatWouldAllowThis }}</p>
    <ul>
      @for (way of allowing(); track way.text) {
        <li>
          {{ way.text }}
          @if (way.approval; as of) {
            <nv-approval-form [studentId]="student().id" [of]="of" (recorded)="approved.emit($event)" />
          }
          @if (way.still) {
            <span class="soft">{{ way.still }}</span>
          }
        </li>
      } @empty {
        <li>{{ words.nothingOnRecordWould }}</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.375rem;
      margin-top: 0.5rem;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.375rem;
      align-items: center;
    }
    button {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
    }
    ul {
      margin: 0;
      padding-left: 1.25rem;
    }
  `,
})
export class FindingWays {
  protected readonly words = findingWords.findingWays;
  readonly finding = input.required<StandingFinding>();
  readonly of = input.required<ScreeningCase>();
  readonly student = input.required<Pick<Student, 'id' | 'facts'>>();
  /** Whether the session can be changed here. */
  readonly editable = input.required<boolean>();
  readonly apply = output<Session>();
  /** An approval was put on record. */
  readonly approved = output<StoredApproval>();

  private readonly now = inject(NOW);

  protected readonly remedies = computed(() =>
    remediesFor(this.finding(), this.of()).map((remedy) =>
      changesSession(remedy)
        ? { text: asAction(remedy), session: remedy.session }
        : { text: this.words.waitUntil(this.after(remedy.minutes)), session: null },
    ),
  );

  protected readonly allowing = computed(() => {
    const ends = new Map(
      this.student().facts.flatMap((fact) => {
        const last = lastDayOf(fact);
        return last === null ? [] : [[fact.fact as string, last] as const];
      }),
    );
    return whatWouldAllow(this.finding(), this.of(), ends)
      .filter(({ change }) => change.kind !== 'session')
      .map(({ change, still }) => ({
        text:
          change.kind === 'wait'
            ? this.words.waitingUntil(this.after(change.minutes))
            : describeAllowing(change),
        approval: change.kind === 'approval' ? change.of : null,
        still: still.length === 0 ? null : this.words.thenMoreWouldStill(still.length),
      }));
  });

  private after(minutes: number): string {
    return clockInWords(this.now() + minutes * 60_000);
  }
}
