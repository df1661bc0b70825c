import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { CAUTION_LINE, EMERGENCY_ACTION, SIGNS, STOP_ACTION } from '@nuvrah/core';
import { LocalNumber } from '../local-number';
import { homeWords } from '../../words/home-words';

const labels = (kind: 'stop' | 'emergency'): string =>
  SIGNS.filter((sign) => sign.kind === kind)
    .map(({ label }) => label)
    .join(' · ');

/** When not to begin, when to stop, and what to do then; for whoever practises alone. */
@Component({
  selector: 'nv-stop-signs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="not-today">
      <h2 id="not-today">{{ words.notToday }}</h2>
      <p>
        {{ words.notTodayWith }}
      </p>
    </section>
    <section aria-labelledby="stop">
      <h2 id="stop">{{ words.stopAtOnce }}</h2>
      <p>{{ stops }}</p>
      <p>{{ stopAction }}</p>
      <p class="emergency">
        <strong>{{ emergencies }}</strong>{{ words.numberHere(action) }} <strong>{{ number() }}</strong>.
      </p>
      <p class="soft">{{ caution }}</p>
    </section>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
    }
    p {
      margin: 0.25rem 0;
    }
    .emergency {
      border-left: 4px solid var(--no);
      padding-left: 0.75rem;
    }
  `,
})
export class StopSigns {
  protected readonly words = homeWords.stopSigns;
  protected readonly number = inject(LocalNumber).number;
  protected readonly stops = labels('stop');
  protected readonly emergencies = labels('emergency');
  protected readonly stopAction = STOP_ACTION;
  protected readonly action = EMERGENCY_ACTION;
  protected readonly caution = CAUTION_LINE;
}
