import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Sitting } from '@nuvrah/contract';
import { beginRun, DEFAULT_CONVENTIONS, millis, recordOf, stopRun } from '@nuvrah/core';
import { account, configure, ids, session, sittingOf } from '../testing/fixtures';
import { BrowserStore } from './browser-store';
import { RecordOutbox, type Delivery } from './record-outbox';

const ADDRESS = `${API_ROOT}/sittings/${ids.sitting}`;

function stoppedRecord(): NonNullable<Sitting['record']> {
  const run = stopRun(
    beginRun({ session, student: { hand: 'right' }, conventions: DEFAULT_CONVENTIONS }),
    millis(60_000),
  );
  if (!run.ok) throw new Error(run.problem.code);
  return JSON.parse(JSON.stringify(recordOf(run.value))) as NonNullable<Sitting['record']>;
}

describe('the outbox of records', () => {
  let http: HttpTestingController;
  let store: BrowserStore;
  const record = stoppedRecord();
  const body = { version: 1, record, effort: 4, note: 'short' };
  const onServer: Sitting = { ...sittingOf(), version: 2, record, effort: 4, note: 'short' };

  beforeEach(() => {
    jasmine.clock().install();
    localStorage.clear();
    http = configure();
    store = TestBed.inject(BrowserStore);
  });
  afterEach(() => {
    TestBed.resetTestingModule();
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  const outbox = (): RecordOutbox => TestBed.inject(RecordOutbox);
  const next = (): TestRequest => http.expectOne({ method: 'PUT', url: ADDRESS });
  const kept = (): unknown[] => store.read<unknown[]>('records') ?? [];
  const away = (request: TestRequest): void => request.error(new ProgressEvent('error'));
  const refuse = (request: TestRequest, code: string, status: number, current?: Sitting): void =>
    request.flush({ type: '', title: '', status, detail: 'no', code, current }, { status, statusText: code });

  it('keeps a record in the browser until the server has it', () => {
    const seen: Delivery[] = [];
    outbox()
      .send(ids.sitting, body)
      .subscribe((delivery) => seen.push(delivery));
    expect(kept().length).toBe(1);
    next().flush(onServer);
    expect([kept(), seen.map(({ kind }) => kind)]).toEqual([[], ['on-record']]);
  });

  it('waits while the server is away and sends by itself, even after the page was closed', () => {
    const seen: Delivery[] = [];
    outbox()
      .send(ids.sitting, body)
      .subscribe((delivery) => seen.push(delivery));
    away(next());
    expect([kept().length, seen.map(({ kind }) => kind)]).toEqual([1, ['waiting']]);

    TestBed.resetTestingModule();
    http = configure();
    store = TestBed.inject(BrowserStore);
    outbox();
    jasmine.clock().tick(1);
    away(next());
    jasmine.clock().tick(5_000);
    next().flush(onServer);
    expect(kept()).toEqual([]);
    jasmine.clock().tick(20_000);
    http.expectNone(ADDRESS);
  });

  it('knows that an earlier try had arrived when only its answer was lost', () => {
    outbox().send(ids.sitting, body).subscribe();
    away(next());
    jasmine.clock().tick(1);
    refuse(next(), 'stale', 409, { ...onServer, effort: null, note: '' });
    const again = next();
    expect(again.request.body).toEqual({ ...body, version: 2 });
    again.flush({ ...onServer, version: 3 });
    expect(kept()).toEqual([]);
  });

  it('never writes over another record of the same sitting, and says so', () => {
    let problem: unknown;
    outbox()
      .send(ids.sitting, body)
      .subscribe({ error: (failed: unknown) => (problem = failed) });
    refuse(next(), 'stale', 409, { ...onServer, record: { ...record, led: 1 } });
    expect(problem).toEqual(jasmine.objectContaining({ kind: 'refused' }));
    http.expectNone(ADDRESS);
  });

  it('keeps what the server refuses for good until it is discarded, and does not send it again', () => {
    outbox()
      .send(ids.sitting, body)
      .subscribe({ error: () => undefined });
    refuse(next(), 'invalid-request', 422);
    jasmine.clock().tick(20_000);
    http.expectNone(ADDRESS);
    expect([outbox().waiting(), outbox().isWaiting(ids.sitting)]).toEqual([[], false]);
    expect(outbox().refused()).toEqual([jasmine.objectContaining({ body, refused: 'no' })]);
    expect(kept().length).toBe(1);
    outbox().discard(ids.sitting);
    expect([kept(), outbox().refused()]).toEqual([[], []]);
  });

  it('sends one at a time, the newest last', () => {
    const box = outbox();
    box.send(ids.sitting, { ...body, effort: null }).subscribe();
    box.send(ids.sitting, body).subscribe();
    const first = next();
    expect((first.request.body as { effort: unknown }).effort).toBeNull();
    first.flush({ ...onServer, effort: null });
    const second = next();
    expect((second.request.body as { effort: unknown }).effort).toBe(4);
    second.flush({ ...onServer, version: 3 });
    expect(kept()).toEqual([]);
  });

  it('sends only what belongs to the account that is signed in', () => {
    store.write('records', [{ instructorId: 'somebody else', sittingId: ids.sitting, body }]);
    outbox();
    jasmine.clock().tick(10_000);
    http.expectNone(ADDRESS);
    expect(kept().length).toBe(1);
    expect(account.id).not.toBe('somebody else');
  });
});
