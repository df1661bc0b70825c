import { Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  countsOf,
  describeFit,
  describeFitProblem,
  fitRatio,
  formatRatio,
  sameCounts,
  type CountedPassage,
  type Fit,
  type Numbers,
  type Sustainable,
} from '@nuvrah/core';

/** What the ratio comes to within the student's capacity, and what it would take. */
@Component({
  selector: 'nv-fit-panel',
  imports: [MatButtonModule, RouterLink],
  template: `
    <h2>Fitted to {{ student().name }}</h2>
    @if (!sustainable()) {
      <p>
        No capacity is on record.
        <a [routerLink]="['/students', student().id]">Record a comfortable capacity</a> to have counts
        proposed.
      </p>
    } @else {
      @if (proposal(); as fit) {
        <p>
          <strong>{{ fit.line }}</strong>
          @if (fit.rounded) {
            <span class="soft">, rounded down to the half count</span>
          }
        </p>
        <p class="soft">{{ fit.why }}</p>
        @if (fit.used) {
          <p>These are the counts of this passage.</p>
        } @else {
          <button matButton="outlined" type="button" (click)="use.emit(fit.numbers)">Use these counts</button>
        }
      }
      @if (problem(); as problem) {
        <p>{{ problem.message }}</p>
        @for (gentler of problem.gentler; track gentler.line) {
          <button matButton="outlined" type="button" (click)="use.emit(gentler.numbers)">
            {{ gentler.line }}
          </button>
        }
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
    }
  `,
})
export class FitPanel {
  readonly student = input.required<Student>();
  readonly sustainable = input.required<Sustainable | null>();
  readonly passage = input.required<CountedPassage>();
  readonly use = output<Numbers>();

  private readonly fit = computed(() => {
    const limits = this.sustainable();
    const { ratio, pace } = this.passage();
    return limits && fitRatio(ratio, limits, pace);
  });

  protected readonly proposal = computed(() => {
    const fit = this.fit();
    if (!fit?.ok) return null;
    const used = sameCounts(fit.value.counts, countsOf(this.passage()));
    return { ...sayFit(fit.value), why: describeFit(fit.value), rounded: fit.value.rounded.length > 0, used };
  });

  protected readonly problem = computed(() => {
    const fit = this.fit();
    if (!fit || fit.ok) return null;
    const gentler = fit.problem.code === 'base-too-small' ? fit.problem.gentler.map(sayFit) : [];
    return { message: describeFitProblem(fit.problem), gentler };
  });
}

const sayFit = ({ ratio, base, counts }: Fit): { line: string; numbers: Numbers } => ({
  line: formatRatio(counts),
  numbers: { ratio, base },
});
