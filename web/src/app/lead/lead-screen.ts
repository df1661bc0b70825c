import {
  afterNextRender,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import {
  CAUTION_LINE,
  closedSide,
  countsOf,
  FINGER_NAMES,
  formatClock,
  formatRatio,
  levelsAt,
  momentAt,
  numbersInForce,
  techniqueName,
  type Moment,
  type Side,
  type TimelineEvent,
} from '@nuvrah/core';
import { AccountStore } from '../api/account';
import { LeadControls } from './lead-controls';
import { LeadStore } from './lead-store';
import { LockChannel } from './lock-channel';

/** What the room sees while a session is led. The picture reads the clock of the sound with every frame. */
@Component({
  selector: 'nv-lead-screen',
  imports: [LeadControls, LockChannel],
  templateUrl: './lead-screen.html',
  styleUrl: './lead-screen.scss',
})
export class LeadScreen {
  protected readonly store = inject(LeadStore);
  private readonly account = inject(AccountStore);
  private readonly left = viewChild.required<LockChannel>('left');
  private readonly right = viewChild.required<LockChannel>('right');
  protected readonly caution = CAUTION_LINE;

  /** Changes with each count and each second, not with each frame. */
  protected readonly moment = signal<Moment | null>(null);
  protected readonly paused = computed(() => this.store.run()?.state.kind === 'paused');
  protected readonly event = computed(() => this.moment()?.event ?? null);

  protected readonly name = computed(() => {
    const span = this.moment()?.span;
    return span ? techniqueName(span.technique, this.account.required().naming) : '';
  });

  /** The counts in force in this round. */
  protected readonly counts = computed(() => {
    const [run, moment] = [this.store.run(), this.moment()];
    const passage = run?.setup.session.passages[moment?.event.passage ?? -1];
    if (!run || passage?.kind !== 'counted') return '';
    return formatRatio(countsOf(numbersInForce(passage, moment?.event.cycle ?? 1, run.changes)));
  });

  protected readonly timeLeft = computed(() => {
    const left = this.moment()?.left;
    return left ? `${formatClock(left.passage)} here · ${formatClock(left.all)} in all` : '';
  });

  protected readonly roundLine = computed(() => {
    const round = this.moment()?.round;
    return round ? `Round ${round.now} of ${round.of}` : null;
  });
  protected readonly isLastRound = computed(() => {
    const round = this.moment()?.round;
    return round !== null && round !== undefined && round.now === round.of;
  });

  /** The count in progress, or the seconds left where nothing is counted. */
  protected readonly big = computed(() => {
    const moment = this.moment();
    if (!moment) return { number: '', of: '' };
    if (moment.count)
      return { number: String(moment.count.now), of: `of ${String(moment.count.of).replace('.5', '½')}` };
    return { number: formatClock(Math.ceil(moment.left.event / 1000) * 1000), of: 'left' };
  });

  /** Colour says the side only with its word. */
  protected readonly tone = computed(() => {
    const airway = this.event()?.airway;
    return airway === 'left' || airway === 'right' ? airway : 'both';
  });

  protected readonly sides = computed(() =>
    (['left', 'right'] as const).map((side) => {
      const event = this.event();
      const open = event ? event.airway === 'both' || event.airway === side : true;
      const closure = event?.hand?.[side];
      return {
        side,
        open,
        caption: `${side === 'left' ? 'Left' : 'Right'} ${open ? 'open' : 'closed'}`,
        finger: closure && closure !== 'open' ? FINGER_NAMES[closure] : '',
        counts: event && movesThrough(event, side) ? event.counts : null,
        flow: event && movesThrough(event, side) ? flowOf(event) : null,
      };
    }),
  );
  protected readonly done = computed(() => {
    const [moment, timeline] = [this.moment(), this.store.timeline()];
    return moment && timeline ? (1 - moment.left.all / timeline.total) * 100 : 0;
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      let frame = 0;
      const draw = (): void => {
        frame = requestAnimationFrame(draw);
        this.draw();
      };
      draw();
      destroyed.onDestroy(() => cancelAnimationFrame(frame));
    });
    // A change while paused is shown too.
    effect(() => {
      this.store.timeline();
      untracked(() => this.draw(true));
    });
  }

  private draw(again = false): void {
    const timeline = this.store.timeline();
    if (!timeline || this.store.run()?.state.kind !== 'leading') return;
    const at = Math.max(0, this.store.position());
    this.store.endIfOver();
    const moment = momentAt(timeline, at);
    if (!moment) return;
    const levels = levelsAt(moment.event, at);
    if (!again) {
      this.left().setLevel(levels.left);
      this.right().setLevel(levels.right);
    }
    if (again || !sameToTheEye(this.moment(), moment)) this.moment.set(moment);
  }
}

const movesThrough = (event: TimelineEvent, side: Side): boolean =>
  (event.kind === 'inhale' || event.kind === 'exhale') && closedSide(event.airway) !== side;

const flowOf = (event: TimelineEvent): 'in' | 'out' => (event.kind === 'inhale' ? 'in' : 'out');

/** Whether two moments look the same but for the levels. */
const sameToTheEye = (a: Moment | null, b: Moment): boolean =>
  a?.event === b.event &&
  a.count?.now === b.count?.now &&
  a.round?.of === b.round?.of &&
  Math.floor(a.left.all / 1000) === Math.floor(b.left.all / 1000);
