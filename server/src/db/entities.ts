import type { StoredVariant } from '@nuvrah/contract';
import type { Conventions, Naming, Place, SessionJson, SoundChoice } from '@nuvrah/core';
import { homePracticeTable, homeReportTable, shareLinkTable } from './home-tables.js';
import { classLeadingTable, classPhoneTable, classShownTable, joinTryTable } from './live-tables.js';
import { ladderTable, rungDecisionTable } from './ladder-tables.js';
import { sittingCorrectionTable, sittingPassageTable, sittingTable } from './sitting-tables.js';
import {
  approvalTable,
  auditEventTable,
  capacityCheckTable,
  clearanceTable,
  dayCheckTable,
  studentFactTable,
  studentTable,
} from './student-tables.js';
import {
  check,
  createdAt,
  double,
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
  texts,
  version,
  type Owned,
} from './table.js';

export * from './home-tables.js';
export * from './ladder-tables.js';
export * from './live-tables.js';
export * from './sitting-tables.js';
export * from './student-tables.js';
export type { Owned };

export interface InstructorRow {
  readonly id: string;
  readonly email: string;
  readonly passwordHash: string;
  readonly name: string;
  readonly naming: Naming;
  readonly timeZone: string;
  readonly emergencyNumber: string;
  /** Where sunrise and sunset are looked up; null while it was not told. */
  readonly place: Place | null;
  readonly conventions: Conventions;
  /** null while the instructor did not change it. */
  readonly sound: SoundChoice | null;
  /** Counted up by triggers with every change of the students and of what their list shows. */
  readonly studentsRevision: string;
  readonly todayRevision: string;
  readonly createdAt: Date;
}

/** A group that breathes together. */
export interface ClassGroupRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly note: string;
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export interface ClassMemberRow extends Owned {
  readonly classGroupId: string;
  readonly studentId: string;
  readonly position: number;
}

/** At most one of the two is set: whose it is. */
export interface SessionRow extends Owned {
  readonly studentId: string | null;
  readonly classGroupId: string | null;
  readonly version: number;
  readonly document: SessionJson;
  readonly tags: string[];
  readonly archivedAt: Date | null;
  /** A deleted session is read by nothing that does not ask for deleted ones. */
  readonly deletedAt: Date | null;
  readonly createdAt: Date;
  readonly updatedAt: Date;
}

/** A session as it was before it was changed. */
export interface SessionVersionRow extends Owned {
  readonly sessionId: string;
  readonly version: number;
  readonly document: SessionJson;
  readonly savedAt: Date;
}

/** What the instructor decided about a finding of a session. */
export interface FindingOverrideRow extends Owned {
  readonly sessionId: string;
  readonly kind: 'overruled' | 'acknowledged';
  readonly rule: string;
  readonly passageId: string | null;
  readonly value: number;
  readonly reason: string;
  readonly madeAt: Date;
  readonly withdrawnAt: Date | null;
}

/** An instructor's own recording of some words; recorded anew it is another row. */
export interface VoiceClipRow extends Owned {
  /** As `phraseOf` of core writes them. */
  readonly words: string;
  /** 16 bits, little endian, 22.05 kHz. */
  readonly samples: Buffer;
  /** Milliseconds. */
  readonly length: number;
}

/** An instructor's own variant of a technique. */
export interface TechniqueVariantRow extends Owned {
  readonly version: number;
  readonly name: string;
  readonly document: StoredVariant['document'];
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
}

export const instructorTable = table<InstructorRow>(
  'instructor',
  {
    id,
    email: text,
    passwordHash: named(text, 'password_hash'),
    name: text,
    naming: text,
    timeZone: named(text, 'time_zone'),
    emergencyNumber: named(text, 'emergency_number'),
    place: orNull(json),
    conventions: json,
    sound: orNull(json),
    studentsRevision: { ...named({ type: 'bigint' }, 'students_revision'), default: 0 },
    todayRevision: { ...named({ type: 'bigint' }, 'today_revision'), default: 0 },
    createdAt,
  },
  {
    uniques: [{ name: 'instructor_email_unique', columns: ['email'] }],
    checks: [check('instructor_naming_check', `naming IN ('plain', 'diacritic', 'english')`)],
  },
);

const classGroupId = named({ type: 'uuid' }, 'class_group_id');

export const classGroupTable = table<ClassGroupRow>(
  'class_group',
  {
    id,
    instructorId,
    version,
    name: text,
    note: { ...text, default: '' },
    archivedAt: orNull(named(moment, 'archived_at')),
    createdAt,
  },
  {
    foreignKeys: [owner('class_group')],
    indices: [index('class_group_list_index', 'instructorId', 'name')],
  },
);

export const classMemberTable = table<ClassMemberRow>(
  'class_member',
  { id, instructorId, classGroupId, studentId, position: integer },
  {
    foreignKeys: [
      owner('class_member'),
      reference('class_member', 'classGroupId', () => 'class_group'),
      reference('class_member', 'studentId', () => 'student'),
    ],
    uniques: [{ name: 'class_member_once_unique', columns: ['classGroupId', 'studentId'] }],
    indices: [index('class_member_of_student_index', 'studentId')],
  },
);

export const sessionTable = table<SessionRow>(
  'session',
  {
    id,
    instructorId,
    studentId: orNull(studentId),
    classGroupId: orNull(classGroupId),
    version,
    document: json,
    tags: { ...texts, default: '{}' },
    archivedAt: orNull(named(moment, 'archived_at')),
    deletedAt: { ...orNull(named(moment, 'deleted_at')), deleteDate: true },
    createdAt,
    updatedAt: named(moment, 'updated_at'),
  },
  {
    foreignKeys: [
      owner('session'),
      reference('session', 'studentId', () => 'student'),
      reference('session', 'classGroupId', () => 'class_group'),
    ],
    checks: [check('session_owner_check', 'num_nonnulls(student_id, class_group_id) <= 1')],
    indices: [
      index('session_list_index', 'instructorId', 'updatedAt'),
      index('session_of_student_index', 'studentId', 'updatedAt'),
    ],
  },
);

export const sessionVersionTable = table<SessionVersionRow>(
  'session_version',
  {
    id,
    instructorId,
    sessionId: named({ type: 'uuid' }, 'session_id'),
    version: integer,
    document: json,
    savedAt: named(moment, 'saved_at'),
  },
  {
    foreignKeys: [owner('session_version'), reference('session_version', 'sessionId', () => 'session')],
    uniques: [{ name: 'session_version_number_unique', columns: ['sessionId', 'version'] }],
  },
);

export const findingOverrideTable = table<FindingOverrideRow>(
  'finding_override',
  {
    id,
    instructorId,
    sessionId: named({ type: 'uuid' }, 'session_id'),
    kind: text,
    rule: text,
    passageId: orNull(named({ type: 'uuid' }, 'passage_id')),
    value: double,
    reason: text,
    madeAt: named(moment, 'made_at'),
    withdrawnAt: orNull(named(moment, 'withdrawn_at')),
  },
  {
    foreignKeys: [owner('finding_override'), reference('finding_override', 'sessionId', () => 'session')],
    indices: [index('finding_override_of_session_index', 'sessionId', 'madeAt')],
    checks: [
      check('finding_override_kind_check', `kind IN ('overruled', 'acknowledged')`),
      check('finding_override_reason_check', `kind = 'acknowledged' OR reason <> ''`),
    ],
  },
);

export const voiceClipTable = table<VoiceClipRow>(
  'voice_clip',
  {
    id,
    instructorId,
    words: text,
    samples: { type: 'bytea' },
    length: integer,
  },
  {
    foreignKeys: [owner('voice_clip')],
    uniques: [{ name: 'voice_clip_words_unique', columns: ['instructorId', 'words'] }],
  },
);

export const techniqueVariantTable = table<TechniqueVariantRow>(
  'technique_variant',
  {
    id,
    instructorId,
    version,
    name: text,
    document: json,
    archivedAt: orNull(named(moment, 'archived_at')),
    createdAt,
  },
  {
    foreignKeys: [owner('technique_variant')],
    uniques: [{ name: 'technique_variant_name_unique', columns: ['instructorId', 'name'] }],
  },
);

/** Web sessions are read and written by the session store alone; the entity keeps the schema comparison complete. */
export const webSessionTable = table<{ sid: string; sess: unknown; expire: Date }>(
  'web_session',
  {
    sid: { type: 'varchar', primary: true },
    sess: { type: 'json' },
    expire: { type: 'timestamp', precision: 6 },
  },
  { indices: [index('web_session_expire_index', 'expire')] },
);

export const allTables = [
  ladderTable,
  rungDecisionTable,
  instructorTable,
  studentTable,
  studentFactTable,
  capacityCheckTable,
  dayCheckTable,
  clearanceTable,
  approvalTable,
  auditEventTable,
  classGroupTable,
  classMemberTable,
  sessionTable,
  sessionVersionTable,
  findingOverrideTable,
  techniqueVariantTable,
  voiceClipTable,
  classLeadingTable,
  classPhoneTable,
  classShownTable,
  joinTryTable,
  sittingTable,
  sittingCorrectionTable,
  sittingPassageTable,
  shareLinkTable,
  homePracticeTable,
  homeReportTable,
  webSessionTable,
];
