import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Capacity } from '@nuvrah/contract';
import { formatSeconds } from '@nuvrah/core';

/** A comfortable capacity in one line, labelled. */
@Component({
  selector: 'nv-capacity-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span [class.soft]="!capacity()">{{ text() }}</span>`,
})
export class CapacityLine {
  readonly capacity = input.required<Capacity | null>();

  protected readonly text = computed(() => {
    const check = this.capacity();
    if (!check) return 'not recorded';
    const { inhale, hold, exhale, emptyHold } = check;
    const parts: [string, number | null][] = [
      ['in', inhale],
      ['hold', hold],
      ['out', exhale],
      ['empty', emptyHold],
    ];
    return parts
      .flatMap(([label, seconds]) => (seconds === null ? [] : [`${label} ${formatSeconds(seconds)} s`]))
      .join(' · ');
  });
}
