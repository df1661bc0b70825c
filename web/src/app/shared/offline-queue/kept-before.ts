import type { HomeReport } from '@nuvrah/contract';
import type { SessionJson } from '@nuvrah/core';
import type { BrowserStore } from '../../api/browser-store';
import type { Bodies, Waiting } from './entry';

interface KeptRecord {
  readonly instructorId: string;
  readonly sittingId: string;
  readonly body: Bodies['sitting'];
  readonly refused?: string;
}
interface KeptReport {
  readonly token: string;
  readonly body: HomeReport;
  readonly refused: string | null;
}

const RECORDS = 'records';
const REPORTS = 'home.reports';

/** What an earlier version kept in lists of its own: it is not lost by a new version. */
export function keptBefore(store: BrowserStore, at: number): readonly Waiting[] {
  const records = store.read<readonly KeptRecord[]>(RECORDS) ?? [];
  const reports = store.read<readonly KeptReport[]>(REPORTS) ?? [];
  const shared = { format: 1, studentId: null, at, sent: [] } as const;
  return [
    ...records.map(({ instructorId, sittingId, body, refused }): Waiting => {
      return {
        ...shared,
        kind: 'sitting',
        id: sittingId,
        owner: instructorId,
        body,
        refused: refused ?? null,
      };
    }),
    ...reports.map(({ token, body, refused }): Waiting => {
      return { ...shared, kind: 'report', id: body.id, owner: null, body: { token, report: body }, refused };
    }),
  ];
}

export function forgetKeptBefore(store: BrowserStore): void {
  store.remove(RECORDS);
  store.remove(REPORTS);
}

const sessionName = (id: string): string => `session.${id}`;

/** Edits of a session that an earlier version kept, or null; taken out with {@link forgetSessionKeptBefore}. */
export function sessionKeptBefore(store: BrowserStore, id: string): Bodies['session'] | null {
  const kept = store.read<{ format: number; version: number; session: SessionJson }>(sessionName(id));
  return kept?.format === 3 ? { version: kept.version, document: kept.session } : null;
}

export const forgetSessionKeptBefore = (store: BrowserStore, id: string): void =>
  store.remove(sessionName(id));
