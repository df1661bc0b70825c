import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  describeInstructions,
  describePassage,
  formatClock,
  formatCounts,
  resolveConventions,
  techniqueOf,
} from '@nuvrah/core';
import { elementWidth } from '../score/element-width';
import { roundOf } from '../score/one-round';
import { ScoreStaff } from '../score/score-staff';
import { heartOf, nameOfPassage, timelineOf, type Practised } from './practised';
import { homeWords } from '../../words/home-words';

const GUTTER = 64;
/** Narrower than this the names of the channels take too much of the picture. */
const NARROW = 460;

/** How a session is practised, to be followed alone: one round as a picture and in words, then everything in order. */
@Component({
  selector: 'nv-practice-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScoreStaff],
  template: `
    @if (round(); as round) {
      <figure>
        <figcaption>
          {{ words.oneRoundOf }} <strong>{{ round.name }}</strong>
        </figcaption>
        <nv-score-staff
          [timeline]="round.timeline"
          [window]="round.window"
          [width]="width()"
          [gutter]="gutter()"
          [rulers]="false"
        />
        <ol class="phases">
          @for (phase of round.phases; track $index) {
            <li>
              <strong>{{ phase.said }}</strong>
              @if (phase.fingers) {
                <span class="soft">{{ phase.fingers }}</span>
              }
            </li>
          }
        </ol>
      </figure>
    }
    <table class="sheet-table" [class.many]="rows().length > 6">
      <thead>
        <tr>
          <th scope="col">{{ words.inOrder }}</th>
          <th scope="col">{{ words.numbers }}</th>
          <th scope="col" class="number">{{ words.time }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.id) {
          <tr>
            <td>
              <strong>{{ row.name }}</strong>
            </td>
            <td>
              {{ row.line }}
              <div class="soft">{{ row.instructions }}</div>
              <div class="soft opening">{{ row.opening }}</div>
              @if (row.say) {
                <div>“{{ row.say }}”</div>
              }
            </td>
            <td class="number">{{ row.time }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
    }
    figure {
      margin: 0;
    }
    figcaption {
      margin-bottom: 0.25rem;
    }
    nv-score-staff {
      display: block;
      background: var(--sheet);
      border-block: 1px solid var(--rule);
    }
    .phases {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 13rem), 1fr));
      gap: 0.125rem 1.5rem;
      margin: 0.5rem 0 0;
      padding-left: 1.5rem;
    }
    .phases .soft {
      display: block;
    }
    td:first-child {
      width: 30%;
    }
    @media print {
      /* Many passages fit on one page without how each begins. */
      .many .opening {
        display: none;
      }
    }
    @media screen and (max-width: 30rem) {
      thead {
        display: none;
      }
      td,
      td:first-child {
        display: block;
        width: auto;
        border: 0;
        padding-block: 0.125rem;
        text-align: left;
      }
      tr {
        display: block;
        padding-block: 0.5rem;
        border-bottom: 1px solid var(--rule);
      }
    }
  `,
})
export class PracticeSteps {
  protected readonly words = homeWords.practiceSteps;
  readonly practised = input.required<Practised>();

  private readonly hostWidth = elementWidth(640);
  protected readonly gutter = computed(() => (this.hostWidth() < NARROW ? 0 : GUTTER));
  protected readonly width = computed(() => Math.max(200, this.hostWidth() - this.gutter()));

  private readonly timeline = computed(() => timelineOf(this.practised()));
  private readonly conventions = computed(() => {
    const { conventions, session } = this.practised();
    return resolveConventions(conventions, session.conventions);
  });

  protected readonly round = computed(() => {
    const practised = this.practised();
    const heart = heartOf(practised, this.timeline());
    if (!heart || heart.kind === 'natural') return null;
    const { hand, naming, session } = practised;
    const { timeline, window } = roundOf(heart, session.goal, hand, this.conventions());
    // Where the fingers stand as the round begins is said before it.
    const before = timeline.events.findLast(({ from, cue }) => from < window.from && cue.fingers !== null);
    const phases = timeline.events
      .filter(({ from, to }) => from >= window.from && to <= window.to)
      .map(({ cue, counts, open, strokes }, index) => {
        const count = open
          ? this.words.upToS(Math.round(open.cap / 1000))
          : counts === null
            ? ''
            : formatCounts(counts);
        const strokeCount = strokes ? String(strokes.number) : '';
        return {
          said: [cue.spoken[naming], strokeCount || count].filter(Boolean).join(' · '),
          fingers: cue.fingers ?? (index === 0 ? (before?.cue.fingers ?? null) : null),
        };
      })
      .filter(({ said }) => said !== '');
    return { name: nameOfPassage(practised, heart), timeline, window, phases };
  });

  protected readonly rows = computed(() => {
    const practised = this.practised();
    const { session } = practised;
    return session.passages.map((passage, index) => {
      const span = this.timeline().passages[index];
      return {
        id: passage.id,
        name: nameOfPassage(practised, passage),
        instructions: describeInstructions(passage, { ...practised, conventions: this.conventions() }).join(
          ' ',
        ),
        line: describePassage(passage, session.goal, this.conventions()),
        opening: techniqueOf(passage.technique).opening,
        say: passage.say.trim(),
        time: formatClock(span ? span.to - span.from : 0),
      };
    });
  });
}
