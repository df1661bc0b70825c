import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { PERSON_FACTS, type PersonFact } from '@nuvrah/core';
import type { IconName } from '../ui/icons';

const LUNGS: readonly PersonFact[] = ['asthma'];

/** Something to know of a student, in a word or two. */
@Component({
  selector: 'nv-fact-chip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `<mat-icon [svgIcon]="icon()" aria-hidden="true" />{{ word() }}`,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.375rem;
      padding: 0 0.5rem 0 0.375rem;
      font-size: 0.875rem;
      line-height: 1.375rem;
      color: var(--clearance);
      border: 1px solid var(--rule);
      border-radius: 0.75rem;
      white-space: nowrap;
    }
    mat-icon {
      width: 1rem;
      height: 1rem;
    }
  `,
})
export class FactChip {
  readonly fact = input.required<PersonFact>();

  protected readonly icon = computed((): IconName => (LUNGS.includes(this.fact()) ? 'lungs' : 'known'));
  protected readonly word = computed(() => PERSON_FACTS[this.fact()]);
}
