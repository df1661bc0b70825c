import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import type { FindingLevel } from '@nuvrah/core';
import type { IconName } from '../../ui/icons';
import { LEVEL_SIGNS } from './levels';

const ICONS: Readonly<Record<FindingLevel, IconName>> = {
  no: 'no',
  clearance: 'clinician',
  change: 'change',
  care: 'known',
};

/** The icon of a level, in its colour, with its word for who does not see it. */
@Component({
  selector: 'nv-level-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    <mat-icon [svgIcon]="icon()" aria-hidden="true" />
    @if (alone()) {
      <span class="spoken-only">{{ word() }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      position: relative;
      flex: none;
      color: var(--care);
    }
    :host(.no) {
      color: var(--no);
    }
    :host(.clearance) {
      color: var(--clearance);
    }
    :host(.change) {
      color: var(--change);
    }
    mat-icon {
      width: 1.125rem;
      height: 1.125rem;
    }
  `,
  host: { '[class]': 'level()' },
})
export class LevelIcon {
  readonly level = input.required<FindingLevel>();
  /** Whether its word stands nowhere beside it: it is said then. */
  readonly alone = input(false, { transform: booleanAttribute });

  protected readonly icon = computed(() => ICONS[this.level()]);
  protected readonly word = computed(() => LEVEL_SIGNS[this.level()].word);
}
