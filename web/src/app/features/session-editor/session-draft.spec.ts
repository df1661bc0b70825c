import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT, type StoredSession } from '@nuvrah/contract';
import type { Session } from '@nuvrah/core';
import { configure, countedOf, ids, session, storedSession, withCounted } from '../../testing/fixtures';
import { SessionDraft } from './session-draft';

const ADDRESS = `${API_ROOT}/sessions/${ids.session}`;

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '', providers: [SessionDraft] })
class View {
  readonly draft = inject(SessionDraft);
}

describe('the session draft', () => {
  let http: HttpTestingController;
  let draft: SessionDraft;
  let view: ComponentFixture<View>;

  beforeEach(() => {
    jasmine.clock().install();
    localStorage.clear();
    jasmine.clock().mockDate(new Date('2026-03-10T12:00:00Z'));
    http = configure();
    view = TestBed.createComponent(View);
    draft = view.componentInstance.draft;
    draft.open(storedSession());
  });
  afterEach(() => {
    http.verify();
    jasmine.clock().uninstall();
  });

  const setBase = (base: number): void =>
    draft.edit((now) => withCounted({ base: base as never }, now), 'base');
  const wait = (ms: number): void => jasmine.clock().tick(ms);
  const save = (): TestRequest => http.expectOne({ method: 'PUT', url: ADDRESS });
  const answer = (request: TestRequest, version: number): void => {
    const { document } = request.request.body as { document: StoredSession['document'] };
    request.flush(storedSession(document as unknown as Session, version));
  };
  const baseOf = (of: Session | null): number => Number(of && countedOf(of).base);

  it('saves itself after a quiet moment, over the version it was based on', () => {
    setBase(5);
    setBase(6);
    expect(draft.saveState().kind).toBe('unsaved');
    wait(700);
    const request = save();
    expect((request.request.body as { version: number }).version).toBe(1);
    expect(draft.saveState().kind).toBe('saving');
    answer(request, 2);
    expect(draft.saveState().kind).toBe('saved');
  });

  it('keeps what is edited while a save is under way, and saves it next', () => {
    setBase(5);
    wait(700);
    const first = save();
    setBase(6);
    answer(first, 2);
    expect(draft.saveState().kind).toBe('unsaved');
    wait(700);
    const second = save();
    const body = second.request.body as { version: number; document: StoredSession['document'] };
    expect(body.version).toBe(2);
    expect(baseOf(body.document as unknown as Session)).toBe(6);
    answer(second, 3);
  });

  it('saves what was drawn once, when it is drawn; what is left while it is drawn is not lost', () => {
    draft.beginDrawing();
    setBase(5);
    wait(700);
    setBase(6);
    wait(700);
    http.expectNone(ADDRESS);
    expect(draft.saveState().kind).toBe('unsaved');
    draft.endDrawing();
    wait(700);
    answer(save(), 2);
    expect(draft.saveState().kind).toBe('saved');
    draft.beginDrawing();
    setBase(7);
    view.destroy();
    const { document } = save().request.body as { document: StoredSession['document'] };
    expect(baseOf(document as unknown as Session)).toBe(7);
  });

  it('saves an undo as well', () => {
    setBase(5);
    wait(700);
    answer(save(), 2);
    draft.undo();
    expect(draft.session()).toBe(session);
    wait(700);
    answer(save(), 3);
  });

  it('knows that an undo and a redo in a moment leave nothing to save', () => {
    setBase(5);
    wait(700);
    answer(save(), 2);
    draft.undo();
    draft.redo();
    wait(700);
    http.expectNone(ADDRESS);
    expect(draft.saveState().kind).toBe('saved');
  });

  it('tries again by itself when the server is away, and loses nothing', () => {
    setBase(5);
    wait(700);
    save().error(new ProgressEvent('error'));
    expect(draft.saveState().kind).toBe('away');
    wait(5_100);
    answer(save(), 2);
    expect(draft.saveState().kind).toBe('saved');
    expect(baseOf(draft.session())).toBe(5);
  });

  /** Refused because what stands there has this base. */
  const stale = (base = 7): void => {
    setBase(5);
    wait(700);
    const current = storedSession(withCounted({ base: base as never }), 4);
    const problem = {
      type: 'about:blank',
      title: '',
      status: 409,
      detail: 'changed',
      code: 'stale',
      current,
    };
    save().flush(problem, { status: 409, statusText: 'Conflict' });
  };

  it('writes nothing over what somebody else saved until one version is chosen', () => {
    stale();
    expect(draft.saveState().kind).toBe('stale');
    setBase(6);
    wait(5_000);
    http.expectNone(ADDRESS);
    draft.keepMine();
    const request = save();
    expect((request.request.body as { version: number }).version).toBe(4);
    answer(request, 5);
    expect(draft.saveState().kind).toBe('saved');
    expect(baseOf(draft.session())).toBe(6);
  });

  it('knows its own save again when only the answer was lost', () => {
    stale(5);
    expect(draft.saveState().kind).toBe('saved');
    setBase(6);
    wait(700);
    const request = save();
    expect((request.request.body as { version: number }).version).toBe(4);
    answer(request, 5);
  });

  it('goes on trying while the server answers that it cannot', () => {
    setBase(5);
    wait(700);
    save().flush({ code: 'away', detail: 'no', status: 503 }, { status: 503, statusText: 'no' });
    expect(draft.saveState().kind).toBe('away');
    wait(5_000);
    answer(save(), 2);
    expect(draft.saveState().kind).toBe('saved');
  });

  it('takes the other version when asked, and undo brings the own one back', () => {
    stale();
    draft.takeTheirs();
    expect(draft.saveState().kind).toBe('saved');
    expect(baseOf(draft.session())).toBe(7);
    draft.undo();
    expect(baseOf(draft.session())).toBe(5);
    wait(700);
    const request = save();
    expect((request.request.body as { version: number }).version).toBe(4);
    answer(request, 5);
  });

  it('does not send what could not be led, and says why', () => {
    draft.edit((now) => withCounted({ base: 100 as never, cycles: 1000 }, now));
    wait(700);
    const state = draft.saveState();
    expect(state.kind === 'refused' && state.message).toContain('hours');
  });

  it('waits with saving at once for a save that is under way', () => {
    setBase(5);
    wait(700);
    const first = save();
    setBase(6);
    let saved: boolean | null = null;
    draft.flush().subscribe((done) => (saved = done));
    http.expectNone(ADDRESS);
    answer(first, 2);
    const second = save();
    expect((second.request.body as { version: number }).version).toBe(2);
    answer(second, 3);
    expect(saved).toBe(true as never);
  });

  it('keeps edits in the browser until they are saved, and takes them up after a reload', () => {
    setBase(5);
    wait(700);
    save().error(new ProgressEvent('error'));
    view.destroy();
    save().error(new ProgressEvent('error'));

    const again = TestBed.createComponent(View).componentInstance.draft;
    again.open(storedSession());
    expect(baseOf(again.session())).toBe(5);
    expect(again.saveState().kind).toBe('unsaved');
    wait(700);
    answer(save(), 2);
    const clean = TestBed.createComponent(View).componentInstance.draft;
    clean.open(storedSession(again.session() as Session, 2));
    expect(clean.canUndo()).toBeFalse();
  });

  it('takes for its own what arrived before the page was lost, however much was edited since', () => {
    setBase(5);
    wait(700);
    const lost = save();
    setBase(6);
    view.destroy();
    lost.error(new ProgressEvent('error'));
    const again = TestBed.createComponent(View).componentInstance.draft;
    // The first save had arrived: what stands there is no stranger's.
    again.open(storedSession(withCounted({ base: 5 as never }), 2));
    expect(baseOf(again.session())).toBe(6);
    expect(again.saveState().kind).toBe('unsaved');
    wait(700);
    const request = save();
    expect((request.request.body as { version: number }).version).toBe(2);
    answer(request, 3);
    expect(again.saveState().kind).toBe('saved');
  });

  it('opens what was saved while it was asked for, not what was there before', () => {
    setBase(5);
    wait(700);
    answer(save(), 2);
    view.destroy();
    const again = TestBed.createComponent(View).componentInstance.draft;
    again.open(storedSession());
    expect(baseOf(again.session())).toBe(5);
    expect(again.saveState().kind).toBe('saved');
  });

  it('sends an undo of what may have arrived though no answer came', () => {
    setBase(5);
    wait(700);
    save().error(new ProgressEvent('error'));
    draft.undo();
    wait(700);
    const request = save();
    expect(baseOf((request.request.body as { document: unknown }).document as Session)).toBe(
      Number(countedOf(session).base),
    );
    answer(request, 2);
    expect(draft.saveState().kind).toBe('saved');
  });

  it('takes up what an earlier version kept', () => {
    view.destroy();
    const kept = { format: 3, version: 1, session: withCounted({ base: 5 as never }) };
    localStorage.setItem(`nuvrah.session.${ids.session}`, JSON.stringify(kept));
    const again = TestBed.createComponent(View).componentInstance.draft;
    again.open(storedSession());
    wait(700);
    answer(save(), 2);
    expect(baseOf(again.session())).toBe(5);
    expect(localStorage.length).toBe(0);
  });

  it('shows kept edits beside what somebody else saved meanwhile', () => {
    setBase(5);
    wait(700);
    save().error(new ProgressEvent('error'));
    const again = TestBed.createComponent(View).componentInstance.draft;
    again.open(storedSession(withCounted({ base: 7 as never }), 3));
    expect(baseOf(again.session())).toBe(5);
    expect(again.saveState().kind).toBe('stale');
  });

  it('sends what was edited last when the page is left', () => {
    setBase(5);
    view.destroy();
    answer(save(), 2);
  });
});
