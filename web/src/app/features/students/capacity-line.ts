import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Capacity } from '@nuvrah/contract';
import { formatSeconds, PHASE_LABELS } from '@nuvrah/core';
import { studentWords } from '../../words/student-words';

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
    if (!check) return studentWords.capacityLine.notRecorded;
    const { inhale, hold, exhale, emptyHold } = check;
    const parts: [string, number | null][] = [
      [PHASE_LABELS.inhale, inhale],
      [PHASE_LABELS.internalHold, hold],
      [PHASE_LABELS.exhale, exhale],
      [PHASE_LABELS.externalHold, emptyHold],
    ];
    return parts
      .flatMap(([label, seconds]) => (seconds === null ? [] : [`${label} ${formatSeconds(seconds)} s`]))
      .join(' · ');
  });
}
