import { ChangeDetectionStrategy, Component } from '@angular/core';
import { scoreWords } from '../../words/score-words';

interface Sign {
  readonly shape: string;
  readonly path: string;
  readonly says: string;
}

const HATCHED = 'M6 8H42V40H6Z';

/** What the score draws, each sign with its meaning. */
const SIGNS: readonly Sign[] = [
  {
    shape: 'in-both',
    path: 'M4 24L44 8V40Z',
    says: scoreWords.scoreLegend.inhaleLegend,
  },
  { shape: 'out-both', path: 'M44 24L4 8V40Z', says: scoreWords.scoreLegend.exhaleCloses },
  { shape: 'in-mouth', path: 'M4 24L44 17V31Z', says: scoreWords.scoreLegend.throughTheMouthThin },
  { shape: 'hold-full', path: HATCHED, says: scoreWords.scoreLegend.holdWithFullLungs },
  { shape: 'hold-empty', path: HATCHED, says: scoreWords.scoreLegend.holdWithEmptyLungs },
  {
    shape: 'hold-open-full',
    path: 'M42 8H6V40H42',
    says: scoreWords.scoreLegend.openHoldNoEnd,
  },
  {
    shape: 'brackets',
    path: 'M10 18V10H38V18',
    says: scoreWords.scoreLegend.locksAsLongAs,
  },
  {
    shape: 'in-both',
    path: 'M4 24L16 19V29ZM20 17L32 12V36L20 31ZM36 10L46 6V42L36 38Z',
    says: scoreWords.scoreLegend.partsLegend,
  },
  {
    shape: 'comb',
    path: 'M4 8H44M6 8V30M12 8V30M18 8V30M24 8V40M30 8V30M36 8V30M42 8V30',
    says: scoreWords.scoreLegend.strokesWithTheirNumber,
  },
  {
    shape: 'out-both',
    path: 'M4 6L8 11L12 8L16 14L20 11L24 17L28 14L32 20L36 18L44 24L36 30L32 28L28 34L24 31L20 37L16 34L12 40L8 37L4 42Z',
    says: scoreWords.scoreLegend.humWavyEdges,
  },
  { shape: 'throat', path: 'M4 24H44', says: scoreWords.scoreLegend.dottedLineThroatSound },
  { shape: 'own-pace', path: HATCHED, says: scoreWords.scoreLegend.plainFieldTheSame },
  { shape: 'uncounted', path: HATCHED, says: scoreWords.scoreLegend.dottedFieldHandUp },
];

/** The signs of the score, to be opened when one is not known. */
@Component({
  selector: 'nv-score-legend',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (sign of signs; track sign.says) {
        <li>
          <svg viewBox="0 0 48 48" aria-hidden="true">
            <path class="shape" [class]="sign.shape" [attr.d]="sign.path" />
          </svg>
          {{ sign.says }}
        </li>
      }
    </ul>
  `,
  styleUrl: './score-staff.scss',
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0.75rem 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(100%, 20rem), 1fr));
      gap: 0.25rem 1.5rem;
    }
    li {
      display: grid;
      grid-template-columns: 3rem 1fr;
      gap: 0.75rem;
      align-items: center;
    }
  `,
})
export class ScoreLegend {
  protected readonly signs = SIGNS;
}
