import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import {
  counts,
  countsOf,
  editPassage,
  PHASE_KINDS,
  seconds,
  withFittedParts,
  withPhaseCounts,
  type CountedPassage,
  type NaturalPassage,
  type Session,
  type TimelineEvent,
} from '@nuvrah/core';
import { configure, countedOf, session, storedSession, student, withCounted } from '../../testing/fixtures';
import { BreathScore } from '../../shared/score/breath-score';
import type { ScoreView } from '../../shared/score/score-view';
import { Notices } from '../../ui/notices';
import { BenchReview } from './bench-review';
import { PassageClipboard } from './passage-clipboard';
import { PhaseActions } from './phase-actions';
import { ScoreEdits } from './score-edits';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BreathScore],
  template: `
    <div style="width: 1000px">
      @if (review.timeline(); as timeline) {
        <nv-breath-score
          [timeline]="timeline"
          [passage]="edits.index()"
          [editing]="score"
          (passageChosen)="edits.choose($event)"
        />
      }
    </div>
  `,
  providers: [BenchReview, PhaseActions, ScoreEdits, SessionDraft, SessionEdits],
})
class View {
  readonly draft = inject(SessionDraft);
  readonly review = inject(BenchReview);
  readonly edits = inject(SessionEdits);
  readonly score = inject(ScoreEdits);
}

describe('the score, edited where it stands', () => {
  let fixture: ComponentFixture<View>;
  let view: View;
  let page: HTMLElement;

  const open = (of: Session): void => {
    configure();
    // What is said is loaded when it is first said: after the spec is over.
    spyOn(TestBed.inject(Notices), 'say');
    fixture = TestBed.createComponent(View);
    view = fixture.componentInstance;
    page = fixture.nativeElement as HTMLElement;
    document.body.append(page);
    const stored = storedSession(of);
    view.review.take({ session: stored, owner: { kind: 'student', student } });
    view.draft.open(stored);
    fixture.detectChanges();
  };
  beforeEach(() => localStorage.clear());
  afterEach(() => page.remove());

  const held = withCounted({
    ratio: { inhale: 2, internalHold: 1, exhale: 3, externalHold: 0 },
    base: counts(6),
    cycles: 16,
  });
  const now = (): CountedPassage => countedOf(view.draft.session() ?? session);
  const find = (kind: TimelineEvent['kind'], round: number): TimelineEvent => {
    const event = view.review.timeline()?.events.find((one) => one.kind === kind && one.round === round);
    if (!event) throw new Error(`no ${kind} in round ${round}`);
    return event;
  };
  const score = (): HTMLElement => page.querySelector('.score') as HTMLElement;
  const settle = async (): Promise<void> => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  /** Where a moment is drawn, in pixels of the window. */
  const xOf = (at: number): number => {
    const shown = fixture.debugElement.children[0]?.children[0]?.componentInstance as BreathScore;
    const { place } = (shown as unknown as { readonly view: ScoreView }).view;
    const { window, width } = place();
    const box = score().getBoundingClientRect();
    const x = ((at - window.from) / (window.to - window.from)) * width + 64;
    return box.left + (x * box.width) / (width + 64);
  };
  const point = (type: string, x: number, y: number): void => {
    const { top } = score().getBoundingClientRect();
    score().dispatchEvent(
      new PointerEvent(type, { clientX: x, clientY: top + y, pointerId: 1, button: 0, bubbles: true }),
    );
    fixture.detectChanges();
  };
  const press = (key: string, shiftKey = false): void => {
    score().dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey, bubbles: true }));
    fixture.detectChanges();
  };
  /** Draws from a place by so many pixels, in steps as a hand does. */
  const draw = (from: number, by: number, y = 86): void => {
    // A pointer that was made up cannot be captured.
    score().setPointerCapture = () => undefined;
    point('pointerdown', from, y);
    for (let step = 1; step <= 5; step++) point('pointermove', from + (by * step) / 5, y);
    point('pointerup', from + by, y);
  };
  const scaleOf = (): number => xOf(1000) - xOf(0);

  it('draws the end of a phase to the counts under the pointer, in every round, and keeps its beginning in place', async () => {
    open(held);
    await settle();
    const exhale = find('exhale', 2);
    const [begin, end] = [xOf(exhale.from), xOf(exhale.to)];
    draw(end, scaleOf(), 162);
    expect(countsOf(now()).exhale).toBe(counts(10));
    expect(countsOf(now()).inhale).toBe(counts(6));
    expect(xOf(find('exhale', 2).from))
      .withContext('its beginning')
      .toBeCloseTo(begin, 0);
    expect(xOf(find('exhale', 2).to))
      .withContext('its end')
      .toBeCloseTo(end + scaleOf(), 0);
  });

  it('is one step for each gesture, and undone byte for byte', async () => {
    open(held);
    await settle();
    const before = JSON.stringify(view.draft.session());
    draw(xOf(find('exhale', 2).to), scaleOf(), 162);
    draw(xOf(find('exhale', 2).to), -2 * scaleOf(), 162);
    expect(countsOf(now()).exhale).toBe(counts(8));
    view.draft.undo();
    expect(countsOf(now()).exhale).toBe(counts(10));
    view.draft.undo();
    expect(JSON.stringify(view.draft.session())).toBe(before);
    expect(view.draft.canUndo()).toBeFalse();
  });

  it('is the same edit as the number typed', async () => {
    open(held);
    await settle();
    for (const kind of PHASE_KINDS.slice(0, 3)) {
      view.score.drawPhase(find(kind, 3), 4.5);
      const typed = editPassage(held, now().id, (passage) =>
        passage.kind === 'counted' ? withFittedParts(withPhaseCounts(passage, kind, 4.5)) : passage,
      );
      expect(view.draft.session()).withContext(kind).toEqual(typed);
      view.draft.undo();
    }
  });

  it('rests at what can be sustained, and passes no wall', async () => {
    open(held);
    await settle();
    // Measured 13 s out, sustainable 80 % of it; half as much again is forbidden.
    const scale = scaleOf();
    draw(xOf(find('exhale', 1).to), 1.7 * scale, 162);
    expect(countsOf(now()).exhale).withContext('a little beyond sustainable').toBe(counts(10));
    draw(xOf(find('exhale', 1).to), 30 * scale, 162);
    expect(countsOf(now()).exhale).withContext('far beyond').toBe(counts(19.5));
  });

  it('draws rounds at the end of a passage, and what begins at a round to another', async () => {
    open({
      ...held,
      passages: held.passages.map((passage) =>
        passage.kind === 'counted'
          ? { ...passage, ramps: [{ kind: 'from', of: 'internalHold', round: 3 } as const] }
          : passage,
      ),
    });
    await settle();
    const buttons = [...page.querySelectorAll('mat-button-toggle button')] as HTMLElement[];
    buttons.find(({ textContent }) => textContent.trim() === 'Passage')?.click();
    fixture.detectChanges();
    const span = view.review.timeline()?.passages[0];
    draw(xOf(span?.to ?? 0), -40 * scaleOf(), 36);
    expect(now().cycles).withContext('a round less').toBe(14);
    const [flag] = view.score.flags();
    expect(flag?.said).toBe('internal hold from round 3');
    const third = view.review.timeline()?.events.find(({ round }) => round === 5)?.from ?? 0;
    draw(xOf(flag?.at ?? 0) + 12, xOf(third) + 14 - xOf(flag?.at ?? 0) - 12, 36);
    expect(now().ramps).toEqual([{ kind: 'from', of: 'internalHold', round: 5 }]);
  });

  it('takes a number, + and −, Delete and the other side from the keyboard, and says what stands there', async () => {
    open(held);
    await settle();
    const said = (): string => page.querySelector('[aria-live]')?.textContent ?? '';
    score().focus();
    for (let step = 0; step < 4; step++) press('ArrowRight');
    expect(said()).toContain('Round 1, hold');
    press('4');
    expect(countsOf(now()).internalHold).toBe(counts(4));
    expect(said()).toContain('4 counts');
    press('+');
    press('-', true);
    expect(countsOf(now()).internalHold).toBe(counts(4.5));
    press('Delete');
    expect(countsOf(now()).internalHold).toBe(counts(0));
    const begins = view.edits.start();
    press('x');
    expect(view.edits.start()).not.toBe(begins);
    press('ArrowLeft');
    for (const key of ['1', '0', '.', '5']) press(key);
    expect(countsOf(now()).inhale).toBe(counts(10.5));
  });

  it('changes the phase that is selected by the wheel over it', async () => {
    open(held);
    await settle();
    const inhale = find('inhale', 2);
    const middle = xOf((inhale.from + inhale.to) / 2);
    score().setPointerCapture = () => undefined;
    point('pointerdown', middle, 86);
    point('pointerup', middle, 86);
    const wheel = new WheelEvent('wheel', {
      clientX: middle,
      clientY: score().getBoundingClientRect().top + 86,
      deltaY: -100,
      cancelable: true,
    });
    score().dispatchEvent(wheel);
    expect(wheel.defaultPrevented).toBeTrue();
    expect(countsOf(now()).inhale).toBe(counts(7));
  });

  it('keeps the beginning of the last passage in place while its end is drawn', async () => {
    open(held);
    await settle();
    const buttons = [...page.querySelectorAll('mat-button-toggle button')] as HTMLElement[];
    buttons.find(({ textContent }) => textContent.trim() === 'Session')?.click();
    fixture.detectChanges();
    const span = () => view.review.timeline()?.passages[1];
    const begins = xOf(span()?.from ?? 0);
    draw(xOf(span()?.to ?? 0), -20 * scaleOf(), 36);
    expect((view.draft.session()?.passages[1] as NaturalPassage).length).toBe(seconds(40));
    expect(xOf(span()?.from ?? 0)).toBeCloseTo(begins, 0);
  });

  it('asks the rules again after a press that became a long one', async () => {
    open(held);
    await settle();
    const ended = spyOn(view.score, 'gestureEnded').and.callThrough();
    score().setPointerCapture = () => undefined;
    point('pointerdown', xOf(find('exhale', 2).to), 162);
    score().dispatchEvent(
      new MouseEvent('contextmenu', { clientX: xOf(find('exhale', 2).to), clientY: 10, cancelable: true }),
    );
    expect(ended).toHaveBeenCalledTimes(1);
    point('pointerup', xOf(find('exhale', 2).to), 162);
  });

  it('drops a hold with Delete, with its locks and what changes it', async () => {
    open(
      withCounted(
        {
          locks: { internalHold: ['chin'], externalHold: [], fromRound: 1 },
          ramps: [{ kind: 'step', of: 'internalHold', by: 1, every: 2, to: counts(8) }],
        },
        held,
      ),
    );
    await settle();
    score().focus();
    for (let step = 0; step < 4; step++) press('ArrowRight');
    press('Delete');
    expect(countsOf(now()).internalHold).toBe(counts(0));
    expect(now().locks.internalHold).toEqual([]);
    expect(now().ramps).toEqual([]);
    expect(view.draft.problems()).toEqual([]);
  });

  it('offers what else can be done with a phase', async () => {
    open(session);
    await settle();
    const labels = (event: TimelineEvent): string[] => view.score.actions(event).map(({ label }) => label);
    const run = (event: TimelineEvent, label: string): void => {
      view.score
        .actions(event)
        .find((one) => one.label === label)
        ?.run();
      fixture.detectChanges();
    };
    expect(labels(find('inhale', 1))).toContain('Hold with full lungs');
    run(find('inhale', 1), 'Hold with full lungs');
    expect(countsOf(now()).internalHold).toBe(counts(2));
    view.score.drawPhase(find('internalHold', 1), 6);
    fixture.detectChanges();
    const chin = labels(find('internalHold', 1)).find((label) => /jalandhara/i.test(label)) ?? '';
    run(find('internalHold', 1), chin);
    expect(now().locks.internalHold.length).toBe(1);
    run(find('internalHold', 1), 'As long as it is easy');
    expect(now().openHold?.phase).toBe('internalHold');
    run(find('internalHold', 1), 'Drop this hold');
    expect(now().openHold).toBeNull();
    expect(now().locks.internalHold).toEqual([]);
    expect(countsOf(now()).internalHold).toBe(counts(0));
  });

  it('says what a gesture changes where the phase changes over the rounds', async () => {
    open(
      withCounted({
        cycles: 20,
        ramps: [{ kind: 'step', of: 'exhale', by: 1, every: 2, to: counts(7) }],
      }),
    );
    await settle();
    const scope = (round: number): string | undefined => view.score.drawing(find('exhale', round))?.scope;
    expect(scope(1)).toBe('what rounds 1 to 2 begin with');
    expect(scope(3)).toBe('the step of the change');
    expect(scope(9)).toBe('the limit, from round 7');
  });

  it('copies a passage, and pastes it as one step with an id of its own', async () => {
    open(held);
    await settle();
    const text = view.edits.copy();
    expect(TestBed.inject(Notices).say).toHaveBeenCalledTimes(1);
    const passages = TestBed.inject(PassageClipboard).read(text ?? '');
    view.edits.choose(1);
    view.edits.paste(passages);
    const [first, , pasted] = view.draft.session()?.passages ?? [];
    expect(pasted).toEqual({ ...(first as CountedPassage), id: pasted?.id ?? '' });
    expect(pasted?.id).not.toBe(first?.id);
    expect(view.edits.index()).toBe(2);
    view.draft.undo();
    expect(view.draft.session()).toEqual(held);
    expect(TestBed.inject(PassageClipboard).read('a shopping list')).toEqual([]);
  });
});
