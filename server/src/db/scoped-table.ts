import {
  In,
  type EntityManager,
  type EntitySchema,
  type FindManyOptions,
  type FindOptionsWhere,
  type Repository,
} from 'typeorm';
import type { Owned } from './entities.js';

type Change<T> = Partial<Omit<T, 'id' | 'instructorId' | 'version'>>;

/**
 * A table as one instructor sees it. Every query of the application on an owned table goes through here, and here alone
 * the instructor is added, so that no query can forget it. Somebody else's row is a row that is not there.
 */
export class ScopedTable<T extends Owned> {
  private readonly rows: Repository<T>;

  constructor(
    manager: EntityManager,
    schema: EntitySchema<T>,
    private readonly instructorId: string,
  ) {
    this.rows = manager.getRepository(schema);
  }

  list(where: Partial<T>, options: Omit<FindManyOptions<T>, 'where'> = {}): Promise<T[]> {
    return this.rows.find({ ...options, where: this.mine(where) });
  }

  /** The rows in which a column has one of the values. */
  listIn<K extends keyof T & string>(
    column: K,
    values: readonly T[K][],
    order: NonNullable<FindManyOptions<T>['order']>,
  ): Promise<T[]> {
    const where = { ...this.mine({}), [column]: In([...values]) } as FindOptionsWhere<T>;
    return values.length === 0 ? Promise.resolve([]) : this.rows.find({ where, order });
  }

  get(id: string): Promise<T | null> {
    return this.rows.findOneBy(this.mine({ id } as Partial<T>));
  }

  /** A row, also one that was deleted and can be brought back. */
  getDeletedToo(id: string): Promise<T | null> {
    return this.rows.findOne({ where: this.mine({ id } as Partial<T>), withDeleted: true });
  }

  first(where: Partial<T>, order: FindManyOptions<T>['order']): Promise<T | null> {
    return this.rows.findOne({ where: this.mine(where), ...(order && { order }) });
  }

  async add(row: Omit<T, 'instructorId'>): Promise<void> {
    await this.addAll([row]);
  }

  /** Adds a row. @returns false, and nothing added, when the id is taken (by anybody's row). */
  async addIfNew(row: Omit<T, 'instructorId'>): Promise<boolean> {
    const values = { ...row, instructorId: this.instructorId } as unknown as T;
    const insert = this.rows
      .createQueryBuilder()
      .insert()
      .values(values as never);
    const done = await insert.orIgnore().returning(['id']).execute();
    return (done.raw as unknown[]).length === 1;
  }

  async addAll(rows: readonly Omit<T, 'instructorId'>[]): Promise<void> {
    const values = rows.map((row) => ({ ...row, instructorId: this.instructorId }) as unknown as T);
    await this.rows
      .createQueryBuilder()
      .insert()
      .values(values as never)
      .execute();
  }

  /**
   * Changes a row if it still has the version the change was based on.
   * @returns false, and nothing changed, when it has another version or is not there.
   */
  async change(id: string, version: number, change: Change<T>): Promise<boolean> {
    const done = await this.rows
      .createQueryBuilder()
      .update()
      .set({ ...change, version: version + 1 } as never)
      .where({ ...this.mine({ id } as Partial<T>), version })
      .execute();
    return done.affected === 1;
  }

  /** Changes a row that has no version. @returns false when it is not there. */
  async set(id: string, change: Change<T>): Promise<boolean> {
    const done = await this.rows
      .createQueryBuilder()
      .update()
      .set(change as never)
      .where(this.mine({ id } as Partial<T>))
      .execute();
    return done.affected === 1;
  }

  async remove(where: Partial<T>): Promise<void> {
    await this.rows.delete(this.mine(where));
  }

  private mine(where: Partial<T>): FindOptionsWhere<T> {
    return { ...where, instructorId: this.instructorId } as FindOptionsWhere<T>;
  }
}
