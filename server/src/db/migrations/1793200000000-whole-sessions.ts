import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where session documents are kept, as table, column and path inside it. */
const DOCUMENTS = [
  ['session', 'document', '{}'],
  ['session_version', 'document', '{}'],
  ['sitting', 'led', '{session}'],
] as const;

/** Sessions of a class or of nobody; what to say aloud and the time there is, in every session that is kept. */
export class WholeSessions1793200000000 implements MigrationInterface {
  readonly name = 'WholeSessions1793200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, column, path] of DOCUMENTS)
      await runner.query(`
UPDATE ${table} SET ${column} = ${rebuilt(column, path, `passage || '{"say": ""}'`, `|| '{"minutes": null}'`)}
`);
    await runner.query(`
CREATE TABLE class_group (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  version integer NOT NULL DEFAULT 1,
  name text NOT NULL,
  note text NOT NULL DEFAULT '',
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT class_group_pk PRIMARY KEY (id)
);
ALTER TABLE class_group ADD CONSTRAINT class_group_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
CREATE INDEX class_group_list_index ON class_group (instructor_id, name);
CREATE TABLE class_member (
  id uuid NOT NULL,
  instructor_id uuid NOT NULL,
  class_group_id uuid NOT NULL,
  student_id uuid NOT NULL,
  position integer NOT NULL,
  CONSTRAINT class_member_once_unique UNIQUE (class_group_id, student_id),
  CONSTRAINT class_member_pk PRIMARY KEY (id)
);
ALTER TABLE class_member ADD CONSTRAINT class_member_instructor_fk
  FOREIGN KEY (instructor_id) REFERENCES instructor(id) ON DELETE CASCADE;
ALTER TABLE class_member ADD CONSTRAINT class_member_class_group_fk
  FOREIGN KEY (class_group_id) REFERENCES class_group(id) ON DELETE CASCADE;
ALTER TABLE class_member ADD CONSTRAINT class_member_student_fk
  FOREIGN KEY (student_id) REFERENCES student(id) ON DELETE CASCADE;
CREATE INDEX class_member_of_student_index ON class_member (student_id);
ALTER TABLE session ALTER COLUMN student_id DROP NOT NULL;
ALTER TABLE session ADD COLUMN class_group_id uuid;
ALTER TABLE session ADD CONSTRAINT session_class_group_fk
  FOREIGN KEY (class_group_id) REFERENCES class_group(id) ON DELETE CASCADE;
ALTER TABLE session ADD CONSTRAINT session_owner_check CHECK (num_nonnulls(student_id, class_group_id) <= 1);
`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
ALTER TABLE session DROP CONSTRAINT session_owner_check;
ALTER TABLE session DROP COLUMN class_group_id;
DELETE FROM session WHERE student_id IS NULL;
ALTER TABLE session ALTER COLUMN student_id SET NOT NULL;
DROP TABLE class_member;
DROP TABLE class_group;
`);
    for (const [table, column, path] of DOCUMENTS)
      await runner.query(`
UPDATE ${table} SET ${column} = ${rebuilt(column, path, `passage - 'say'`, `- 'minutes'`)}
`);
  }
}

/** The document at `path` with every passage and itself made anew. */
function rebuilt(column: string, path: string, passage: string, whole: string): string {
  const at = `${column} #> '${path}'`;
  const passages = `(SELECT jsonb_agg(${passage} ORDER BY place)
    FROM jsonb_array_elements(${at} -> 'passages') WITH ORDINALITY AS list (passage, place))`;
  const document = `jsonb_set(${at}, '{passages}', ${passages}) ${whole}`;
  return path === '{}' ? document : `jsonb_set(${column}, '${path}', ${document})`;
}
