import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { StoredOverruling, Student, StoredApproval } from '@nuvrah/contract';
import {
  applySafeFixes,
  blocksLeading,
  describeFinding,
  findingKey,
  type ScreeningCase,
  type Session,
  type StandingFinding,
} from '@nuvrah/core';
import { FindingItem } from './finding-item';
import { findingWords } from '../../words/finding-words';

/** What speaks against a session for a student, strictest first, with what may be done and decided about each. */
@Component({
  selector: 'nv-finding-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingItem, MatButtonModule],
  template: `
    @if (editable() && blocking() > 0) {
      <div class="all">
        <button matButton="outlined" type="button" (click)="fixAll()">{{ words.applyAllSafeFixes }}</button>
        <span class="soft">{{ words.inTheWayOf(blocking()) }}</span>
      </div>
    }
    @if (fixed(); as done) {
      <div class="notice" role="status">
        @if (done.changes.length > 0) {
          <strong>{{ words.changedAndUndoneWith }}</strong>
          <ul>
            @for (line of done.changes; track $index) {
              <li>{{ line }}</li>
            }
          </ul>
        }
        @if (done.left.length > 0) {
          <strong>{{ words.stillInTheWay }}</strong>
          <ul>
            @for (line of done.left; track $index) {
              <li>{{ line }}</li>
            }
          </ul>
        }
      </div>
    }
    @for (finding of findings(); track keyOf(finding)) {
      <nv-finding-item
        [finding]="finding"
        [of]="of()"
        [student]="student()"
        [sessionId]="sessionId()"
        [overrulings]="overrulings()"
        [passage]="nameOf(finding)"
        [editable]="editable()"
        [here]="finding.passageId !== null && finding.passageId === chosen()"
        (apply)="change($event)"
        (showPassage)="showPassage.emit($event)"
        (approved)="approved.emit($event)"
        (decided)="decided.emit($event)"
      />
    } @empty {
      <p class="soft">{{ words.nothingKnownOfSpeaks(student().name) }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
    }
    .all {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 0.75rem;
    }
    ul {
      margin: 0;
      padding-left: 1.25rem;
    }
  `,
})
export class FindingList {
  protected readonly words = findingWords.findingList;
  readonly findings = input.required<readonly StandingFinding[]>();
  readonly of = input.required<ScreeningCase>();
  readonly student = input.required<Student>();
  readonly sessionId = input.required<string>();
  readonly overrulings = input.required<readonly StoredOverruling[]>();
  /** Names of the passages by id. */
  readonly names = input.required<ReadonlyMap<string, string>>();
  /** Whether the session can be changed here. */
  readonly editable = input.required<boolean>();
  /** The id of the passage that is chosen, where one is. */
  readonly chosen = input<string | null>(null);
  readonly apply = output<Session>();
  readonly showPassage = output<string>();
  readonly approved = output<StoredApproval>();
  readonly decided = output<readonly StoredOverruling[]>();

  protected readonly keyOf = findingKey;
  protected readonly blocking = computed(() => this.findings().filter(blocksLeading).length);
  protected readonly fixed = signal<{
    readonly changes: readonly string[];
    readonly left: readonly string[];
  } | null>(null);

  protected nameOf({ passageId }: StandingFinding): string {
    return passageId === null ? this.words.theWholeSession : (this.names().get(passageId) ?? '');
  }

  protected change(session: Session): void {
    this.fixed.set(null);
    this.apply.emit(session);
  }

  protected fixAll(): void {
    const { session, fixes, left } = applySafeFixes(this.of());
    this.fixed.set({
      changes: fixes.map(({ finding, said }) => `${this.nameOf(finding)}: ${said}`),
      left: left.map((finding) => `${this.nameOf(finding)} — ${describeFinding(finding)}`),
    });
    if (fixes.length > 0) this.apply.emit(session);
  }
}
