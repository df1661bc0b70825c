import type { DataSource } from 'typeorm';
import { freshDatabase } from '../testing/test-server.js';

/** Migrated to just before a migration. @returns the way back there, once the later ones were run: those go first. */
async function migratedBefore(source: DataSource, migration: string): Promise<() => Promise<void>> {
  await source.runMigrations();
  const index = source.migrations.findIndex(({ name }) => name?.startsWith(migration));
  const undo = async (): Promise<void> => {
    for (const _ of source.migrations.slice(index)) await source.undoLastMigration();
  };
  await undo();
  return undo;
}

describe('schema', () => {
  it('is made by the migrations exactly as the entities describe it', async () => {
    const { source, drop } = await freshDatabase();
    await source.runMigrations();
    const drift = await source.driver.createSchemaBuilder().log();
    expect(drift.upQueries.map(({ query }) => query)).toEqual([]);
    await drop();
  });

  it('gives sessions of before notes to say and the time there is, and takes them away again', async () => {
    const { source, drop } = await freshDatabase();
    const undo = await migratedBefore(source, 'WholeSessions');
    const id = '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21';
    const before = { title: 'Kept', passages: [{ kind: 'counted' }, { kind: 'natural' }] };
    await source.query(
      `INSERT INTO instructor (id, email, password_hash, name, naming, time_zone, emergency_number, conventions)
       VALUES ($1, 'a@b.example', '', '', 'plain', 'Europe/London', '112', '{}')`,
      [id],
    );
    await source.query(
      `INSERT INTO student (id, instructor_id, name, hand, note) VALUES ($1, $1, '', 'left', '')`,
      [id],
    );
    await source.query(
      `INSERT INTO session (id, instructor_id, student_id, document, updated_at) VALUES ($1, $1, $1, $2, now())`,
      [id, before],
    );
    await source.query(
      `INSERT INTO sitting (id, instructor_id, student_id, session_id, version, started_at, led, note)
       VALUES ($1, $1, $1, $1, 1, now(), $2, '')`,
      [id, { session: before, hand: 'left' }],
    );
    const documents = async (): Promise<unknown[]> => {
      const [row] = await source.query<{ document: unknown; led: unknown }[]>(
        'SELECT session.document, sitting.led FROM session JOIN sitting ON sitting.session_id = session.id',
      );
      return [row?.document, row?.led];
    };
    await source.runMigrations();
    const after = {
      title: 'Kept',
      minutes: null,
      passages: [
        { kind: 'counted', say: '' },
        { kind: 'natural', say: '' },
      ],
    };
    expect(await documents()).toEqual([after, { session: after, hand: 'left' }]);
    await undo();
    expect(await documents()).toEqual([before, { session: before, hand: 'left' }]);
    await drop();
  });

  it('takes decisions along to the new names of rules about ages, and back', async () => {
    const { source, drop } = await freshDatabase();
    const undo = await migratedBefore(source, 'RuleNames');
    const id = '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21';
    const led = (rule: string) => ({ findings: [{ rule, level: 'no' }] });
    await source.query(
      `INSERT INTO instructor (id, email, password_hash, name, naming, time_zone, emergency_number, conventions)
       VALUES ('${id}', 'a@b.example', '', '', 'plain', 'Europe/London', '112', '{}');
       INSERT INTO student (id, instructor_id, name, hand, note) VALUES ('${id}', '${id}', '', 'left', '');
       INSERT INTO session (id, instructor_id, student_id, document, updated_at) VALUES ('${id}', '${id}', '${id}', '{}', now());
       INSERT INTO finding_override (id, instructor_id, session_id, kind, rule, value, reason, made_at)
       VALUES ('${id}', '${id}', '${id}', 'overruled', 'from-8/hold/change', 1, 'Seen.', now());`,
    );
    await source.query(
      `INSERT INTO sitting (id, instructor_id, student_id, session_id, version, started_at, led, note)
       VALUES ($1, $1, $1, $1, 1, now(), $2, '')`,
      [id, led('from-65/hold/care')],
    );
    const rules = async (): Promise<unknown> =>
      (await source.query('SELECT rule, led FROM finding_override, sitting'))[0] as unknown;
    await source.runMigrations();
    expect(await rules()).toEqual({ rule: 'age-8-11/hold/change', led: led('age-65-and-older/hold/care') });
    await undo();
    expect(await rules()).toEqual({ rule: 'from-8/hold/change', led: led('from-65/hold/care') });
    await drop();
  });

  it('gives conventions the meal gaps that were meant so far, and takes them back', async () => {
    const { source, drop } = await freshDatabase();
    const undo = await migratedBefore(source, 'MealGaps');
    const id = '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21';
    const before = { hum: 'both' };
    await source.query(
      `INSERT INTO instructor (id, email, password_hash, name, naming, time_zone, emergency_number, conventions)
       VALUES ($1, 'a@b.example', '', '', 'plain', 'Europe/London', '112', $2)`,
      [id, before],
    );
    const conventions = async (): Promise<unknown> =>
      (await source.query('SELECT conventions FROM instructor'))[0].conventions as unknown;
    await source.runMigrations();
    expect(await conventions()).toEqual({
      ...before,
      mealGapForceful: '4-hours',
      mealGapGeneral: '3-hours',
    });
    await undo();
    expect(await conventions()).toEqual(before);
    await drop();
  });

  it('takes a jerky breath for a sign of strain, wherever it was told as a stop sign', async () => {
    const { source, drop } = await freshDatabase();
    await source.runMigrations();
    const index = source.migrations.findIndex(({ name }) => name?.startsWith('StepsOnTheWay'));
    for (const _ of source.migrations.slice(index)) await source.undoLastMigration();
    const id = '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21';
    const back = (sign: string) => ({ sign, at: '2026-03-10T07:00:00Z', mistake: true, reason: '' });
    await source.query(
      `INSERT INTO instructor (id, email, password_hash, name, naming, time_zone, emergency_number, conventions)
       VALUES ('${id}', 'a@b.example', '', '', 'plain', 'Europe/London', '112', '{}');
       INSERT INTO student (id, instructor_id, name, hand, note) VALUES ('${id}', '${id}', '', 'left', '');`,
    );
    await source.query(
      `INSERT INTO sitting (id, instructor_id, student_id, version, started_at, led, note, outcome, led_millis, pauses,
                            signs, signs_taken_back, recorded_at)
       VALUES ($1, $1, $1, 2, now(), '{}', '', 'stopped', 9000, 0, '{dizzy,jerky-breath}', $2, now())`,
      [id, JSON.stringify([back('jerky-breath'), back('ears')])],
    );
    await source.query(
      `INSERT INTO sitting_passage (id, instructor_id, sitting_id, position, kind, passage_id, technique, seconds_planned, seconds_done)
       VALUES ('${id}', '${id}', '${id}', 0, 'natural', '${id}', 'natural-breath', 60, 9);
       INSERT INTO sitting_correction (id, instructor_id, sitting_id, version, corrected_at, note, record)
       VALUES ('${id}', '${id}', '${id}', 1, now(), '', '{"signs": ["jerky-breath", "ears"]}')`,
    );
    await source.runMigrations();
    const [sitting] = (await source.query(
      `SELECT sitting.signs, sitting.log, signs_taken_back AS back, correction.record->'signs' AS before
         FROM sitting, sitting_correction correction`,
    )) as Record<string, unknown>[];
    expect(sitting).toEqual({
      signs: ['dizzy'],
      log: [{ at: 9000, passageId: id, round: null, what: 'jerky-breath' }],
      back: [back('ears')],
      before: ['ears'],
    });
    await drop();
  });

  it('can be taken back to nothing and made again', async () => {
    const { source, drop } = await freshDatabase();
    const tables = async (): Promise<unknown[]> =>
      source.query(
        `SELECT tablename FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'schema_migration'`,
      );
    await source.runMigrations();
    expect((await tables()).length).toBeGreaterThan(7);
    for (const _ of source.migrations) await source.undoLastMigration();
    expect(await tables()).toEqual([]);
    await source.runMigrations();
    expect((await tables()).length).toBeGreaterThan(7);
    await drop();
  });

  it('calls what goes with the breath by its new name in every document, and back; variants keep theirs', async () => {
    const { source, drop } = await freshDatabase();
    const undo = await migratedBefore(source, 'BreathModifiers');
    const id = '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21';
    const title = '"dressing": and "modifiers": are words';
    const named = (key: string) => ({
      title,
      passages: [{ [key]: { syllable: 'so' } }, { kind: 'natural' }],
    });
    const variants = [{ document: { modifiers: { syllable: 'so' } } }];
    await source.query(
      `INSERT INTO instructor (id, email, password_hash, name, naming, time_zone, emergency_number, conventions)
       VALUES ('${id}', 'a@b.example', '', '', 'plain', 'Europe/London', '112', '{}');
       INSERT INTO student (id, instructor_id, name, hand, note) VALUES ('${id}', '${id}', '', 'left', '');`,
    );
    await source.query(
      `INSERT INTO session (id, instructor_id, student_id, document, updated_at) VALUES ($1, $1, $1, $2, now())`,
      [id, named('dressing')],
    );
    await source.query(
      `INSERT INTO sitting (id, instructor_id, student_id, session_id, version, started_at, led, note)
       VALUES ($1, $1, $1, $1, 1, now(), $2, '')`,
      [id, { session: named('dressing'), variants }],
    );
    const documents = async (): Promise<unknown> =>
      (await source.query('SELECT document, led FROM session, sitting'))[0] as unknown;
    await source.runMigrations();
    const now = named('modifiers');
    expect(await documents()).toEqual({ document: now, led: { session: now, variants } });
    await undo();
    const before = named('dressing');
    expect(await documents()).toEqual({ document: before, led: { session: before, variants } });
    await drop();
  });
});
