import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT, type Sitting, type StudentFact } from '@nuvrah/contract';
import { beginRun, DEFAULT_CONVENTIONS, millis, recordOf, stopRun, keysOf } from '@nuvrah/core';
import { BrowserStore } from '../../api/browser-store';
import {
  account,
  asthma,
  configure,
  dayCheck,
  ids,
  session,
  sittingOf,
  storedSession,
} from '../../testing/fixtures';
import { keyOf, type Bodies, type Entry, type EntryKind, type Waiting } from './entry';
import { PlainDisk } from '../../testing/plain-disk';
import { EntryDisk } from './entry-disk';
import { OfflineQueue, type Delivery } from './offline-queue';

function stoppedRecord(): NonNullable<Sitting['record']> {
  const run = stopRun(
    beginRun({ session, student: { hand: 'right' }, conventions: DEFAULT_CONVENTIONS }),
    millis(60_000),
  );
  if (!run.ok) throw new Error(run.problem.code);
  return JSON.parse(JSON.stringify(recordOf(run.value))) as NonNullable<Sitting['record']>;
}

const record = stoppedRecord();
const body: Bodies['sitting'] = { version: 1, record, effort: 4, note: 'short' };
const onServer: Sitting = { ...sittingOf(), version: 2, record, effort: 4, note: 'short' };
const fact: StudentFact = { ...asthma, id: ids.natural };
const { id: _, ...fields } = fact;
const report = { id: ids.counted, practiceId: ids.session, startedAt: '', record, effort: 3, note: '' };
const { id: __, day: ___, checkedAt: ____, ...asked } = dayCheck;

/** One of each kind, where it goes, and what the server answers once it has it. */
const ENTRIES: {
  readonly [K in EntryKind]: { entry: Entry<K>; method: string; url: string; answer: object };
} = {
  session: {
    entry: {
      kind: 'session',
      id: ids.session,
      studentId: ids.student,
      body: { version: 1, document: storedSession().document },
    },
    method: 'PUT',
    url: `/sessions/${ids.session}`,
    answer: storedSession(session, 2),
  },
  sitting: {
    entry: { kind: 'sitting', id: ids.sitting, studentId: ids.student, body },
    method: 'PUT',
    url: `/sittings/${ids.sitting}`,
    answer: onServer,
  },
  report: {
    entry: { kind: 'report', id: report.id, studentId: null, body: { token: 't', report: report as never } },
    method: 'POST',
    url: '/home/t/reports',
    answer: { day: '2026-03-10', held: false },
  },
  fact: {
    entry: { kind: 'fact', id: fact.id, studentId: ids.student, body: { fact: fields, gone: null } },
    method: 'POST',
    url: `/students/${ids.student}/facts`,
    answer: fact,
  },
  'day-check': {
    entry: { kind: 'day-check', id: dayCheck.id, studentId: ids.student, body: asked },
    method: 'POST',
    url: `/students/${ids.student}/day-checks`,
    answer: dayCheck,
  },
};
const KINDS = keysOf(ENTRIES);

describe('the queue of what is entered', () => {
  let http: HttpTestingController;
  let store: BrowserStore;

  const open = (): void => {
    http = configure();
    store = TestBed.inject(BrowserStore);
  };
  beforeEach(() => {
    jasmine.clock().install();
    localStorage.clear();
    open();
  });
  afterEach(() => {
    TestBed.resetTestingModule();
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  const queue = (): OfflineQueue => TestBed.inject(OfflineQueue);
  const next = (of: EntryKind = 'sitting'): TestRequest => {
    const { method, url } = ENTRIES[of];
    return http.expectOne({ method, url: API_ROOT + url });
  };
  const none = (): void => expect(http.match(() => true)).toEqual([]);
  const kept = (): readonly string[] => PlainDisk.keys();
  const disk = (): PlainDisk => TestBed.inject(EntryDisk) as unknown as PlainDisk;
  const away = (request: TestRequest): void => request.error(new ProgressEvent('error'));
  const refuse = (request: TestRequest, code: string, status = 422, current?: object): void =>
    request.flush({ status, detail: `because ${code}`, code, current }, { status, statusText: code });
  const put = <K extends EntryKind>(entry: Entry<K>): Delivery['kind'][] => {
    const seen: Delivery['kind'][] = [];
    queue()
      .put(entry)
      .subscribe(({ kind }) => seen.push(kind));
    return seen;
  };
  /** The page is closed and opened again. */
  const reload = (): void => {
    TestBed.resetTestingModule();
    open();
    queue();
    jasmine.clock().tick(1);
  };

  for (const kind of KINDS) {
    const { entry, answer } = ENTRIES[kind];

    it(`keeps a ${kind} until the server has it, over a reload and while the server is away`, () => {
      const seen = put(entry);
      expect(kept()).toEqual([keyOf(entry)]);
      away(next(kind));
      expect(seen).toEqual(['waiting']);
      expect(kept()).toEqual([keyOf(entry)]);
      reload();
      away(next(kind));
      jasmine.clock().tick(5_000);
      next(kind).flush(answer);
      expect(kept()).toEqual([]);
      jasmine.clock().tick(60_000);
      none();
    });

    // What is tried again, what waits for somebody to sign in, and what is final: one table for all kinds.
    for (const [code, status, fate] of [
      ['away', 503, 'waits'],
      ['internal', 500, 'waits'],
      ['too-many-requests', 429, 'rests'],
      ['not-signed-in', 401, 'signed out'],
      ['foreign-request', 403, 'signed out'],
      ['invalid', 422, 'final'],
      ['not-found', 404, 'final'],
      ['not-ready', 409, 'final'],
      ['link-ended', 410, 'final'],
    ] as const) {
      it(`${code} of a ${kind}: ${fate}`, () => {
        const seen = put(entry);
        refuse(next(kind), code, status);
        const final = fate === 'final';
        expect(seen).toEqual([final ? 'refused' : 'waiting']);
        expect(queue().waits(kind, entry.id)).toEqual(!final);
        expect(queue().needsSignIn()).toEqual(fate === 'signed out');
        expect(queue().late().length).toEqual(final ? 0 : 1);
        expect(kept()).toEqual([keyOf(entry)]);
        jasmine.clock().tick(5_001);
        if (final || fate === 'rests') none();
        else next(kind).flush(answer);
        if (fate === 'rests') {
          jasmine.clock().tick(55_000);
          next(kind).flush(answer);
        }
        expect(kept()).toEqual(final ? [keyOf(entry)] : []);
        if (!final) return;
        expect(queue().refused()).toEqual([jasmine.objectContaining({ refused: `because ${code}` })]);
        queue().discard(entry);
        expect(kept()).toEqual([]);
        expect(queue().refused()).toEqual([]);
      });
    }
  }

  it('knows what it sent itself when only the answer was lost, also of an earlier state', () => {
    put(ENTRIES.sitting.entry);
    away(next());
    const later = { ...record, signs: ['dizzy' as const] };
    const seen = put({ ...ENTRIES.sitting.entry, body: { ...body, record: later } });
    refuse(next(), 'stale', 409, onServer);
    const again = next();
    expect(again.request.body).toEqual({ ...body, version: 2, record: later });
    again.flush({ ...onServer, version: 3, record: later });
    expect(seen).toEqual(['there']);
    expect(kept()).toEqual([]);
  });

  it('takes for sent what stands there just as it was sent, and asks for nothing more', () => {
    const seen = put(ENTRIES.sitting.entry);
    away(next());
    reload();
    refuse(next(), 'stale', 409, onServer);
    none();
    expect(seen).toEqual(['waiting']);
    expect(kept()).toEqual([]);
  });

  it('knows what it sent also when the page has found it there and let go of it meanwhile', () => {
    const seen = put(ENTRIES.session.entry);
    const request = next('session');
    queue().discard(ENTRIES.session.entry);
    refuse(request, 'stale', 409, storedSession(session, 2));
    expect(seen).toEqual(['there']);
    expect(queue().refused()).toEqual([]);
    none();
  });

  it('writes over what nothing was put into yet, whatever its version', () => {
    put(ENTRIES.sitting.entry);
    refuse(next(), 'stale', 409, { ...sittingOf(), version: 5 });
    expect((next().request.body as { version: number }).version).toBe(5);
  });

  it('never writes over what somebody else put there, be it a word', () => {
    for (const theirs of [{ record: { ...record, led: 1 } }, { note: 'written in another tab' }]) {
      const seen = put(ENTRIES.sitting.entry);
      refuse(next(), 'stale', 409, { ...onServer, ...theirs });
      expect(seen).toEqual(['refused']);
      none();
    }
  });

  it('sends one at a time, and over what arrived meanwhile what was entered since', () => {
    put({ ...ENTRIES.sitting.entry, body: { ...body, effort: null } });
    const seen = put(ENTRIES.sitting.entry);
    const first = next();
    expect((first.request.body as { effort: unknown }).effort).toBeNull();
    first.flush({ ...onServer, effort: null });
    expect(seen).toEqual([]);
    const second = next();
    expect(second.request.body).toEqual({ ...body, version: 2 });
    second.flush({ ...onServer, version: 3 });
    expect(seen).toEqual(['there']);
    expect(kept()).toEqual([]);
  });

  it('is not held up by one that fails each time, but keeps facts of a student in order', () => {
    const other: Entry<'fact'> = { ...ENTRIES.fact.entry, id: ids.counted };
    put(ENTRIES.fact.entry);
    refuse(next('fact'), 'internal', 500);
    const seen = [put(other), put(ENTRIES.sitting.entry)];
    // The second fact may only be true once the first has ended: it has to wait, the record has not.
    next('sitting').flush(onServer);
    expect(seen).toEqual([['waiting'], ['there']]);
    const again = next('fact');
    expect((again.request.body as StudentFact).id).toBe(fact.id);
    again.flush(fact);
    expect((next('fact').request.body as StudentFact).id).toBe(other.id);
  });

  it('changes a fact that is there already, and takes one off or ends it', () => {
    const changed = { ...fields, note: 'worse in spring' };
    put({ ...ENTRIES.fact.entry, body: { fact: changed, gone: null } });
    next('fact').flush(fact);
    const change = http.expectOne(`${API_ROOT}/student-facts/${fact.id}`);
    expect(change.request.body).toEqual(changed);
    change.flush({ id: fact.id, ...changed });

    const off = (): TestRequest => {
      put({ ...ENTRIES.fact.entry, body: { fact: fields, gone: '2026-03-09' as never } });
      return http.expectOne(`${API_ROOT}/student-facts/${fact.id}/removal`);
    };
    off().flush(null);
    refuse(off(), 'not-found', 404);
    refuse(off(), 'invalid', 422);
    const ended = http.expectOne(`${API_ROOT}/student-facts/${fact.id}`);
    expect(ended.request.body).toEqual({ ...fields, until: '2026-03-09' });
    ended.flush({ ...fact, until: '2026-03-09' });
    expect(kept()).toEqual([]);
  });

  it('says how long a day check has waited', () => {
    jasmine.clock().mockDate(new Date('2026-03-10T21:50:00Z'));
    TestBed.resetTestingModule();
    open();
    put(ENTRIES['day-check'].entry);
    const waited = (request: TestRequest): unknown => (request.request.body as { waited: number }).waited;
    const first = next('day-check');
    expect(waited(first)).toBe(0);
    away(first);
    expect(queue().of('day-check', dayCheck.id)).not.toBeNull();
  });

  it('tells when what was entered about a student has arrived, waits for the server, or takes too long', () => {
    const told: string[] = [];
    const arrived = (name: string, student: string = ids.student): void => {
      queue()
        .arrived(student, 3_000)
        .subscribe(() => told.push(name));
    };
    arrived('nothing');
    put(ENTRIES['day-check'].entry);
    arrived('of somebody else', ids.counted);
    arrived('there');
    expect(told).toEqual(['nothing', 'of somebody else']);
    next('day-check').flush(ENTRIES['day-check'].answer);
    expect(told.at(-1)).toBe('there');
    put(ENTRIES['day-check'].entry);
    arrived('away');
    expect(told.at(-1)).toBe('there');
    away(next('day-check'));
    expect(told.at(-1)).toBe('away');
    jasmine.clock().tick(5_000);
    arrived('slow');
    jasmine.clock().tick(3_000);
    expect(told.at(-1)).toBe('slow');
    next('day-check').flush(ENTRIES['day-check'].answer);
  });

  it('keeps what is not to be sent yet, and sends it when its page is gone', () => {
    queue().keep(ENTRIES.session.entry);
    jasmine.clock().tick(20_000);
    none();
    reload();
    next('session').flush(ENTRIES.session.answer);
    expect(kept()).toEqual([]);
  });

  it('gives up waiting for an answer that never comes, and tries again', () => {
    const seen = put(ENTRIES.sitting.entry);
    expect(next().cancelled).toBeFalse();
    jasmine.clock().tick(21_000);
    expect(seen).toEqual(['waiting']);
    jasmine.clock().tick(5_000);
    next().flush(onServer);
    expect(kept()).toEqual([]);
  });

  it('sends only what belongs to the account that is signed in', () => {
    put(ENTRIES.sitting.entry);
    away(next());
    const [key = ''] = kept();
    disk()
      .read(key)
      .subscribe((entry) => disk().write(key, { ...(entry as Waiting), owner: 'somebody else' }));
    reload();
    jasmine.clock().tick(10_000);
    none();
    expect(queue().waiting()).toEqual([]);
    expect(kept().length).toBe(1);
    expect(account.id).not.toBe('somebody else');
  });

  it('shows what another tab keeps, and sends it only when that tab leaves it alone', () => {
    queue();
    const { entry } = ENTRIES.sitting;
    const onItsWay = { format: 1, owner: account.id, sent: [], refused: null } as const;
    const keptAt = (at: string): void => {
      disk().write(keyOf(entry), { ...entry, ...onItsWay, at: Date.parse(at) });
      disk().changedElsewhere.next(keyOf(entry));
    };
    keptAt('2026-03-10T11:59:50Z');
    jasmine.clock().tick(10_000);
    none();
    expect(queue().waiting().length).toBe(1);
    disk().remove(keyOf(entry));
    disk().changedElsewhere.next(keyOf(entry));
    expect(queue().waiting()).toEqual([]);
    keptAt('2026-03-10T11:59:00Z');
    jasmine.clock().tick(5_000);
    next().flush(onServer);
    expect(kept()).toEqual([]);
  });

  it('says where this browser keeps nothing', () => {
    disk().full = true;
    const seen: Delivery[] = [];
    queue()
      .put(ENTRIES.sitting.entry)
      .subscribe((delivery) => seen.push(delivery));
    away(next());
    expect(seen).toEqual([{ kind: 'waiting', kept: false }]);
    expect(queue().waits('sitting', ids.sitting)).toBeFalse();
  });

  it('takes up what an earlier version kept in lists of its own', () => {
    store.write('records', [{ instructorId: account.id, sittingId: ids.sitting, body }]);
    store.write('home.reports', [{ token: 't', body: report, refused: 'because' }]);
    reload();
    expect(next().request.body).toEqual(body);
    expect(queue().refused()).toEqual([jasmine.objectContaining({ kind: 'report', refused: 'because' })]);
    expect(store.read('records')).toBeNull();
    expect(store.read('home.reports')).toBeNull();
  });
});
