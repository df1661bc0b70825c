import { Component, computed, input } from '@angular/core';
import { formatClock, holdTotals, sessionTotals, type Session, type Timeline } from '@nuvrah/core';

/** What the whole session amounts to: holds, the raised arm, strokes, heat and cold. */
@Component({
  selector: 'nv-session-totals-list',
  template: `
    <dl>
      @for (row of rows(); track row.name) {
        <dt>{{ row.name }}</dt>
        <dd>{{ row.value }}</dd>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 0.25rem 0.75rem;
      margin: 0;
    }
    dd {
      margin: 0;
      font-weight: 600;
      text-align: right;
    }
  `,
})
export class SessionTotalsList {
  readonly session = input.required<Session>();
  readonly timeline = input.required<Timeline>();

  protected readonly rows = computed(() => {
    const timeline = this.timeline();
    const { held, armRaised, strokes, heating, cooling, time } = sessionTotals(this.session(), timeline);
    const share = (of: number): string => `${Math.round(of * 100)} %`;
    return [
      { name: 'Longest hold', value: `${holdTotals(timeline).longest} s` },
      { name: 'Holds in all', value: formatClock(held) },
      { name: 'Share of session in holds', value: share(held / time) },
      { name: 'Arm raised', value: formatClock(armRaised) },
      ...(strokes > 0 ? [{ name: 'Strokes', value: String(strokes) }] : []),
      { name: 'Heating, cooling', value: `${share(heating)}, ${share(cooling)}` },
    ];
  });
}
