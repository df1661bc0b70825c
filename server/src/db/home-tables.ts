import type { HomePractice } from '@nuvrah/contract';
import type { Day } from '@nuvrah/core';
import {
  check,
  day,
  id,
  index,
  instructorId,
  integer,
  json,
  moment,
  named,
  orNull,
  owner,
  reference,
  studentId,
  table,
  text,
  type Owned,
} from './table.js';

/** A private link for practice at home. Its secret is not kept, only what it is recognised by. */
export interface ShareLinkRow extends Owned {
  readonly studentId: string;
  readonly sessionId: string;
  /** SHA-256 of the secret, base64url. */
  readonly tokenHash: string;
  readonly called: string;
  readonly madeAt: Date;
  readonly expiresOn: Day;
  readonly revokedAt: Date | null;
  readonly openedAt: Date | null;
}

/** What a link gave to practise, as it stood then: a report says which of them it is of. */
export interface HomePracticeRow extends Owned {
  readonly shareLinkId: string;
  readonly version: number;
  readonly session: HomePractice['session'];
  readonly conventions: HomePractice['conventions'];
  readonly hand: HomePractice['hand'];
  readonly variants: HomePractice['variants'];
  readonly givenAt: Date;
}

/** That a sitting was told by a private link. */
export interface HomeReportRow extends Owned {
  readonly shareLinkId: string;
  readonly homePracticeId: string;
  readonly sittingId: string;
  readonly receivedAt: Date;
}

const shareLinkId = named({ type: 'uuid' }, 'share_link_id');

export const shareLinkTable = table<ShareLinkRow>(
  'share_link',
  {
    id,
    instructorId,
    studentId,
    sessionId: named({ type: 'uuid' }, 'session_id'),
    tokenHash: named(text, 'token_hash'),
    called: text,
    madeAt: named(moment, 'made_at'),
    expiresOn: named(day, 'expires_on'),
    revokedAt: orNull(named(moment, 'revoked_at')),
    openedAt: orNull(named(moment, 'opened_at')),
  },
  {
    foreignKeys: [
      owner('share_link'),
      reference('share_link', 'studentId', () => 'student'),
      reference('share_link', 'sessionId', () => 'session'),
    ],
    uniques: [{ name: 'share_link_token_unique', columns: ['tokenHash'] }],
    indices: [index('share_link_of_student_index', 'studentId', 'madeAt')],
  },
);

export const homePracticeTable = table<HomePracticeRow>(
  'home_practice',
  {
    id,
    instructorId,
    shareLinkId,
    version: integer,
    session: json,
    conventions: json,
    hand: text,
    variants: json,
    givenAt: named(moment, 'given_at'),
  },
  {
    foreignKeys: [owner('home_practice'), reference('home_practice', 'shareLinkId', () => 'share_link')],
    indices: [index('home_practice_of_link_index', 'shareLinkId', 'givenAt')],
    checks: [check('home_practice_hand_check', `hand IN ('left', 'right')`)],
  },
);

export const homeReportTable = table<HomeReportRow>(
  'home_report',
  {
    id,
    instructorId,
    shareLinkId,
    homePracticeId: named({ type: 'uuid' }, 'home_practice_id'),
    sittingId: named({ type: 'uuid' }, 'sitting_id'),
    receivedAt: named(moment, 'received_at'),
  },
  {
    foreignKeys: [
      owner('home_report'),
      reference('home_report', 'shareLinkId', () => 'share_link'),
      reference('home_report', 'homePracticeId', () => 'home_practice'),
      reference('home_report', 'sittingId', () => 'sitting'),
    ],
    uniques: [{ name: 'home_report_of_sitting_unique', columns: ['sittingId'] }],
    indices: [index('home_report_of_link_index', 'shareLinkId')],
  },
);
