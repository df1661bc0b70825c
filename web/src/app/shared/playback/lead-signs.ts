import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { isStrainSign, SIGNS, STRAIN_SIGNS } from '@nuvrah/core';
import { LocalNumber } from '../local-number';
import { LeadRunner } from './lead-runner';
import { leadWords } from '../../words/lead-words';

/** Signs that show while leading, one press each: beside the picture, so that leading goes on under it. */
@Component({
  selector: 'nv-lead-signs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatIconButton],
  template: `
    <section [attr.aria-label]="words.title">
      <header>
        <h2>{{ words.title }}</h2>
        <button matIconButton type="button" [attr.aria-label]="words.close" (click)="closed.emit()">
          <mat-icon svgIcon="close" aria-hidden="true" />
        </button>
      </header>
      <div class="group emergency" role="group" [attr.aria-label]="emergencyLine()">
        <p>{{ emergencyLine() }}</p>
        @for (sign of emergencies; track sign.id) {
          <button type="button" (click)="store.sign(sign.id)">{{ sign.label }}</button>
        }
      </div>
      <div class="group stop" role="group" [attr.aria-label]="words.stop">
        <p>{{ words.stop }}</p>
        @for (sign of stops; track sign.id) {
          <button
            type="button"
            [class.chosen]="noted().has(sign.id)"
            [attr.aria-pressed]="noted().has(sign.id)"
            (click)="store.sign(sign.id)"
          >
            {{ sign.label }}
          </button>
        }
        @if (anyStop()) {
          <p class="soft">{{ words.pressAgain }}</p>
        }
      </div>
      <div class="group strain" role="group" [attr.aria-label]="words.strain">
        <p>{{ words.strain }}</p>
        @for (sign of strains; track sign.id) {
          <button type="button" [class.chosen]="noted().has(sign.id)" (click)="store.strain(sign.id)">
            {{ sign.label }}
          </button>
        }
      </div>
    </section>
  `,
  styleUrl: './sign-groups.scss',
  styles: `
    :host {
      position: absolute;
      z-index: 2;
      right: 2.5rem;
      top: 1rem;
      bottom: 8.25rem;
      width: min(36rem, 46vw);
      overflow: auto;
      padding: 0.25rem 1rem 0.5rem;
      background: var(--sheet);
      border: 2px solid var(--edge);
      border-radius: 6px;
    }
    .emergency > button {
      border-color: var(--no);
    }
    @media (orientation: portrait), (max-width: 60rem) {
      :host {
        left: 1rem;
        right: 1rem;
        width: auto;
        bottom: auto;
        max-height: 66svh;
      }
    }
  `,
})
export class LeadSigns {
  protected readonly words = leadWords.leadSigns;
  protected readonly store = inject(LeadRunner);
  private readonly number = inject(LocalNumber).number;
  readonly closed = output();

  protected readonly strains = STRAIN_SIGNS;
  protected readonly stops = SIGNS.filter(({ kind }) => kind === 'stop');
  protected readonly emergencies = SIGNS.filter(({ kind }) => kind === 'emergency');
  protected readonly emergencyLine = computed(() => this.words.emergency(this.number()));
  /** Signs that were noted so far. */
  protected readonly noted = computed((): ReadonlySet<string> => {
    const run = this.store.run();
    return new Set([...(run?.signs ?? []), ...(run?.log ?? []).map(({ what }) => what).filter(isStrainSign)]);
  });
  protected readonly anyStop = computed(() => (this.store.run()?.signs.length ?? 0) > 0);
}
