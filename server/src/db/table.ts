import { EntitySchema, type EntitySchemaColumnOptions, type EntitySchemaOptions } from 'typeorm';

/** Every table but the instructors' own belongs to an instructor; {@link ScopedTable} sees to it. */
export interface Owned {
  readonly id: string;
  readonly instructorId: string;
}

export type Column = EntitySchemaColumnOptions;
export const id: Column = { type: 'uuid', primary: true };
export const text: Column = { type: 'text' };
export const integer: Column = { type: 'integer' };
export const double: Column = { type: 'double precision' };
export const json: Column = { type: 'jsonb' };
export const small: Column = { type: 'smallint' };
export const texts: Column = { type: 'text', array: true };
export const day: Column = { type: 'date' };
export const moment: Column = { type: 'timestamptz' };
export const orNull = (column: Column): Column => ({ ...column, nullable: true });
export const named = (column: Column, name: string): Column => ({ ...column, name });

/** A table whose keys and checks carry names, so that entities and migrations can be compared. */
export function table<T extends object>(
  name: string,
  columns: Readonly<Record<keyof T & string, Column>>,
  more: Partial<EntitySchemaOptions<T>> = {},
): EntitySchema<T> {
  const keyed = Object.fromEntries(
    Object.entries<Column>(columns).map(([key, column]) => [
      key,
      column.primary ? { ...column, primaryKeyConstraintName: `${name}_pk` } : column,
    ]),
  );
  return new EntitySchema<T>({
    name,
    tableName: name,
    columns: keyed as EntitySchemaOptions<T>['columns'],
    ...more,
  });
}

export const reference = (
  from: string,
  column: string,
  target: () => string,
  onDelete: 'CASCADE' | 'SET NULL' = 'CASCADE',
) => ({
  target,
  columnNames: [column],
  referencedColumnNames: ['id'],
  name: `${from}_${target()}_fk`,
  onDelete,
});

export const owner = (from: string) => reference(from, 'instructorId', () => 'instructor');
export const check = (name: string, expression: string) => ({ name, expression });
export const index = (name: string, ...columns: string[]) => ({ name, columns });
export const instructorId = named({ type: 'uuid' }, 'instructor_id');
export const studentId = named({ type: 'uuid' }, 'student_id');
export const createdAt: Column = { ...named(moment, 'created_at'), default: () => 'now()' };
export const version: Column = { ...integer, default: 1 };
