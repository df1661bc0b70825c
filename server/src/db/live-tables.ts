import type { LiveLanes, Phone, ShownClass } from '@nuvrah/contract';
import type { SignId } from '@nuvrah/core';
import {
  check,
  double,
  id,
  index,
  instructorId,
  json,
  moment,
  named,
  orNull,
  owner,
  reference,
  small,
  table,
  text,
  texts,
  version,
  type Owned,
} from './table.js';

/** A class that phones follow; gone a day after it is over. */
export interface ClassLeadingRow extends Owned {
  readonly classGroupId: string;
  /** null once the class is over. */
  readonly code: string | null;
  readonly people: LiveLanes['people'];
  readonly lanes: LiveLanes['lanes'];
  readonly place: LiveLanes['place'];
  /** Counted up with every change of the lanes. */
  readonly version: number;
  readonly openedAt: Date;
  /** When its leader was heard of last. */
  readonly leaderSeenAt: Date;
  readonly endedAt: Date | null;
}

/** A phone that follows a class. Its secret is not kept, only what it is recognised by. */
export interface ClassPhoneRow extends Owned {
  readonly classLeadingId: string;
  /** SHA-256 of the secret, base64url. */
  readonly tokenHash: string;
  readonly person: string | null;
  /** When it falls in with the others, by the clock of the database, milliseconds; null where it need not wait. */
  readonly fallsIn: number | null;
  readonly seenAt: Date;
  readonly hand: boolean;
  readonly wish: Phone['wish'];
  readonly said: string;
  readonly effort: number | null;
  readonly signs: SignId[];
  readonly toldAt: Date | null;
  /** Whether what was told is on record, or was looked at for that. */
  readonly recorded: boolean;
}

/** A class as its second screens show it; one at a time, so that its id is the class's. */
export interface ClassShownRow extends Owned, ShownClass {
  readonly toldAt: Date;
}

/** A code that was none, from where and when: whoever guesses has to wait. */
export interface JoinTryRow {
  readonly id: string;
  readonly address: string;
  readonly at: Date;
}

export const classLeadingTable = table<ClassLeadingRow>(
  'class_leading',
  {
    id,
    instructorId,
    classGroupId: named({ type: 'uuid' }, 'class_group_id'),
    code: orNull(text),
    people: json,
    lanes: json,
    place: orNull(json),
    version,
    openedAt: named(moment, 'opened_at'),
    leaderSeenAt: named(moment, 'leader_seen_at'),
    endedAt: orNull(named(moment, 'ended_at')),
  },
  {
    foreignKeys: [owner('class_leading'), reference('class_leading', 'classGroupId', () => 'class_group')],
    uniques: [{ name: 'class_leading_code_unique', columns: ['code'] }],
    indices: [index('class_leading_seen_index', 'leaderSeenAt')],
  },
);

export const classPhoneTable = table<ClassPhoneRow>(
  'class_phone',
  {
    id,
    instructorId,
    classLeadingId: named({ type: 'uuid' }, 'class_leading_id'),
    tokenHash: named(text, 'token_hash'),
    person: orNull(text),
    fallsIn: orNull(named(double, 'falls_in')),
    seenAt: named(moment, 'seen_at'),
    hand: { type: 'boolean', default: false },
    wish: orNull(json),
    said: { ...text, default: '' },
    effort: orNull(small),
    signs: { ...texts, default: () => `'{}'` },
    toldAt: orNull(named(moment, 'told_at')),
    recorded: { type: 'boolean', default: false },
  },
  {
    foreignKeys: [owner('class_phone'), reference('class_phone', 'classLeadingId', () => 'class_leading')],
    uniques: [{ name: 'class_phone_token_unique', columns: ['tokenHash'] }],
    indices: [index('class_phone_of_leading_index', 'classLeadingId')],
    checks: [check('class_phone_effort_check', 'effort BETWEEN 0 AND 10')],
  },
);

export const classShownTable = table<ClassShownRow>(
  'class_shown',
  {
    id,
    instructorId,
    run: json,
    names: json,
    place: orNull(json),
    version,
    toldAt: named(moment, 'told_at'),
  },
  {
    foreignKeys: [owner('class_shown'), reference('class_shown', 'id', () => 'class_group')],
    indices: [index('class_shown_told_index', 'toldAt')],
  },
);

export const joinTryTable = table<JoinTryRow>(
  'join_try',
  {
    id,
    address: text,
    at: moment,
  },
  { indices: [index('join_try_index', 'address', 'at')] },
);
