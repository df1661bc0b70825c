import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LadderPlan } from '@nuvrah/contract';
import {
  buildLadder,
  SCHOOLS,
  type Pace,
  type RungNumbers,
  type TechniqueId,
  type SchoolId,
  type Sustainable,
  type Day,
} from '@nuvrah/core';
import { LadderSight } from '../../shared/ladder/ladder-sight';

/** Another school from the same numbers to the same target, by its own gate; or why it does not lead there. */
@Component({
  selector: 'nv-other-school',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LadderSight],
  template: `
    @if (built(); as built) {
      @if (built.ok) {
        <nv-ladder-sight
          [school]="school()"
          [rungs]="rungs()"
          [since]="today()"
          [gate]="gate()"
          [plan]="plan()"
          [pace]="pace()"
          [sustainable]="sustainable()"
          [today]="today()"
          [wished]="wished()"
        />
      } @else {
        <p class="notice">{{ built.problem.message }}</p>
      }
    }
  `,
})
export class OtherSchool {
  readonly school = input.required<SchoolId>();
  readonly technique = input.required<TechniqueId>();
  readonly start = input.required<RungNumbers>();
  readonly target = input.required<RungNumbers>();
  readonly pace = input.required<number>();
  readonly sustainable = input.required<Sustainable>();
  readonly plan = input.required<LadderPlan>();
  readonly today = input.required<Day>();
  readonly wished = input.required<Day | null>();

  protected readonly gate = computed(() => SCHOOLS[this.school()].gate);
  protected readonly built = computed(() =>
    buildLadder({
      technique: this.technique(),
      school: this.school(),
      start: this.start(),
      target: this.target(),
      pace: this.pace() as Pace,
      sustainable: this.sustainable(),
    }),
  );
  protected readonly rungs = computed(() => {
    const built = this.built();
    return built.ok ? built.value.map(({ numbers }) => numbers) : [];
  });
}
