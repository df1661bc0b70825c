import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { Sitting } from '@nuvrah/contract';
import { isComplete, techniqueOf, type PassageRecord } from '@nuvrah/core';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { ladderWords } from '../../words/ladder-words';

/** The way from what was just done to a ladder of it, where a passage was done whole and no open ladder climbs with it. */
@Component({
  selector: 'nv-ladder-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatIconModule, RouterLink],
  template: `
    @if (from(); as key) {
      <a
        matButton="outlined"
        [routerLink]="['/students', sitting().studentId, 'ladder']"
        [queryParams]="{ from: key }"
      >
        <mat-icon svgIcon="rung" aria-hidden="true" />{{ words.link }}
      </a>
    }
  `,
})
export class LadderStart {
  readonly sitting = input.required<Pick<Sitting, 'studentId' | 'sessionId' | 'record'>>();

  private readonly api = inject(Ladders);
  protected readonly words = ladderWords.start;
  private readonly ladders = asked(
    computed(() => this.sitting().studentId),
    (student) => this.api.list(student),
  );
  /** Session and passage, as the form of a new ladder takes them. */
  protected readonly from = computed(() => {
    const [ladders, { sessionId, record }] = [this.ladders.value(), this.sitting()];
    if (!ladders || sessionId === null || !record) return null;
    const climbing = new Set(ladders.filter(({ ended }) => !ended).map(({ passageId }) => passageId));
    const free = (record.passages as readonly PassageRecord[]).find(
      (passage) =>
        !climbing.has(passage.passageId) &&
        isComplete(passage) &&
        !techniqueOf(passage.technique).features.includes('rest'),
    );
    return free ? `${sessionId} ${free.passageId}` : null;
  });
}
