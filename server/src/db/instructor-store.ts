import type { DataSource, EntityManager } from 'typeorm';
import {
  approvalTable,
  auditEventTable,
  capacityCheckTable,
  classGroupTable,
  classLeadingTable,
  classMemberTable,
  classPhoneTable,
  classShownTable,
  clearanceTable,
  dayCheckTable,
  findingOverrideTable,
  homePracticeTable,
  homeReportTable,
  ladderTable,
  rungDecisionTable,
  sittingCorrectionTable,
  sessionTable,
  shareLinkTable,
  sessionVersionTable,
  sittingPassageTable,
  sittingTable,
  studentFactTable,
  studentTable,
  techniqueVariantTable,
  voiceClipTable,
} from './entities.js';
import { ScopedTable } from './scoped-table.js';

/** Everything that belongs to one instructor, and nothing else. Request handlers get no other door to the database. */
export class InstructorStore {
  readonly students;
  readonly facts;
  readonly capacityChecks;
  readonly dayChecks;
  readonly clearances;
  readonly overrulings;
  readonly approvals;
  readonly auditEvents;
  readonly classes;
  readonly classMembers;
  readonly classLeadings;
  readonly classPhones;
  readonly classesShown;
  readonly sessions;
  readonly sessionVersions;
  readonly variants;
  readonly voiceClips;
  readonly sittings;
  readonly corrections;
  readonly ladders;
  readonly rungDecisions;
  readonly sittingPassages;
  readonly links;
  readonly homePractices;
  readonly homeReports;

  constructor(
    private readonly manager: EntityManager,
    readonly instructorId: string,
  ) {
    this.students = new ScopedTable(manager, studentTable, instructorId);
    this.facts = new ScopedTable(manager, studentFactTable, instructorId);
    this.capacityChecks = new ScopedTable(manager, capacityCheckTable, instructorId);
    this.dayChecks = new ScopedTable(manager, dayCheckTable, instructorId);
    this.clearances = new ScopedTable(manager, clearanceTable, instructorId);
    this.overrulings = new ScopedTable(manager, findingOverrideTable, instructorId);
    this.approvals = new ScopedTable(manager, approvalTable, instructorId);
    this.auditEvents = new ScopedTable(manager, auditEventTable, instructorId);
    this.classes = new ScopedTable(manager, classGroupTable, instructorId);
    this.classMembers = new ScopedTable(manager, classMemberTable, instructorId);
    this.classLeadings = new ScopedTable(manager, classLeadingTable, instructorId);
    this.classPhones = new ScopedTable(manager, classPhoneTable, instructorId);
    this.classesShown = new ScopedTable(manager, classShownTable, instructorId);
    this.sessions = new ScopedTable(manager, sessionTable, instructorId);
    this.sessionVersions = new ScopedTable(manager, sessionVersionTable, instructorId);
    this.variants = new ScopedTable(manager, techniqueVariantTable, instructorId);
    this.voiceClips = new ScopedTable(manager, voiceClipTable, instructorId);
    this.corrections = new ScopedTable(manager, sittingCorrectionTable, instructorId);
    this.ladders = new ScopedTable(manager, ladderTable, instructorId);
    this.rungDecisions = new ScopedTable(manager, rungDecisionTable, instructorId);
    this.links = new ScopedTable(manager, shareLinkTable, instructorId);
    this.homePractices = new ScopedTable(manager, homePracticeTable, instructorId);
    this.homeReports = new ScopedTable(manager, homeReportTable, instructorId);
    this.sittings = new ScopedTable(manager, sittingTable, instructorId);
    this.sittingPassages = new ScopedTable(manager, sittingPassageTable, instructorId);
  }

  static of(source: DataSource, instructorId: string): InstructorStore {
    return new InstructorStore(source.manager, instructorId);
  }

  /** A query in SQL whose `$1` is the instructor; further parameters follow. */
  query<Row>(sql: string, ...parameters: unknown[]): Promise<Row[]> {
    return this.manager.query<Row[]>(sql, [this.instructorId, ...parameters]);
  }

  /**
   * Within a piece of work: nobody else writes about this student until it is done. What was looked up before is looked up again
   * after it. @returns whether the student is there.
   */
  async lockStudent(id: string): Promise<boolean> {
    const rows = await this.query(
      'SELECT 1 FROM student WHERE instructor_id = $1 AND id = $2 FOR UPDATE',
      id,
    );
    return rows.length > 0;
  }

  /** Runs a piece of work whole or not at all. */
  inTransaction<T>(work: (store: InstructorStore) => Promise<T>): Promise<T> {
    return this.manager.transaction((manager) => work(new InstructorStore(manager, this.instructorId)));
  }
}
