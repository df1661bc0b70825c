import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  ORDERING_WORDS,
  orderFixes,
  type OrderingCase,
  type OrderingFinding,
  type Session,
} from '@nuvrah/core';
import { LevelIcon } from './level-icon';
import { LEVEL_SIGNS } from './levels';
import { findingWords } from '../../words/finding-words';

/** What of a session's order asks for another look, each with fixes that help. It does not keep anything from being led. */
@Component({
  selector: 'nv-order-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LevelIcon, MatButtonModule],
  template: `
    @for (row of rows(); track row.key) {
      <div
        class="notice"
        [class]="row.finding.level"
        [class.here]="row.finding.passageId !== null && row.finding.passageId === chosen()"
      >
        <p>
          <nv-level-icon [level]="row.finding.level" /> <strong>{{ row.level.word }}</strong>&ngsp;
          @if (row.finding.passageId; as id) {
            <button type="button" class="where" (click)="showPassage.emit(id)">{{ row.passage }}</button>
          } @else {
            {{ row.passage }}
          }
          &ngsp;— {{ row.words }}
        </p>
        <button
          matButton
          type="button"
          class="ask"
          [attr.aria-expanded]="row.key === opened()"
          (click)="opened.set(row.key === opened() ? null : row.key)"
        >
          {{ said.whatCanBeDone }}
        </button>
        @if (row.key === opened()) {
          @for (fix of fixes(); track fix.said) {
            <button matButton="outlined" type="button" (click)="apply.emit(fix.session)">
              {{ fix.said }}
            </button>
          } @empty {
            <span class="soft">{{ said.noSingleChangePuts }}</span>
          }
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
    }
    .notice {
      font-size: 0.9375rem;
      line-height: 1.35;
    }
    .notice strong {
      display: inline;
    }
    nv-level-icon {
      vertical-align: -0.1875rem;
      margin-right: 0.25rem;
    }
    .ask {
      margin-left: -0.75rem;
    }
    button:not(.where) {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
      margin: 0.375rem 0.375rem 0 0;
    }
  `,
})
export class OrderList {
  protected readonly said = findingWords.orderList;
  readonly findings = input.required<readonly OrderingFinding[]>();
  readonly of = input.required<OrderingCase>();
  /** Names of the passages by id. */
  readonly names = input.required<ReadonlyMap<string, string>>();
  /** The id of the passage that is chosen, where one is. */
  readonly chosen = input<string | null>(null);
  readonly apply = output<Session>();
  readonly showPassage = output<string>();

  /** The finding whose fixes are shown. */
  protected readonly opened = signal<string | null>(null);

  protected readonly rows = computed(() =>
    this.findings().map((finding) => ({
      finding,
      key: `${finding.rule} ${finding.passageId ?? ''}`,
      level: LEVEL_SIGNS[finding.level],
      passage:
        finding.passageId === null ? this.said.theWholeSession : (this.names().get(finding.passageId) ?? ''),
      words: ORDERING_WORDS[finding.rule],
    })),
  );

  /** Fixes are tried when they are asked for: each costs a compiling, and every edit would ask. */
  protected readonly fixes = computed(() => {
    const row = this.rows().find(({ key }) => key === this.opened());
    // The mildest three: more is a choice without a difference.
    return row ? orderFixes(row.finding, this.of(), () => crypto.randomUUID()).slice(0, 3) : [];
  });
}
