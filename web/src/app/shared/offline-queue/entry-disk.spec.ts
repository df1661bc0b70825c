import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { ids } from '../../testing/fixtures';
import { keyOf, type Waiting } from './entry';
import { EntryDisk } from './entry-disk';

const entry: Waiting<'report'> = {
  kind: 'report',
  id: ids.sitting,
  studentId: null,
  body: { token: 't', report: {} as never },
  format: 1,
  owner: null,
  at: 1,
  sent: [],
  refused: null,
};
const key = keyOf(entry);

describe('the disk of this browser', () => {
  const open = (): EntryDisk => TestBed.runInInjectionContext(() => new EntryDisk());
  const all = (disk: EntryDisk): Promise<readonly Waiting[]> => firstValueFrom(disk.load());
  afterEach(() => firstValueFrom(open().remove(key)));

  it('has what was written, also for a page that is opened later, until it is taken out', async () => {
    const disk = open();
    expect(await firstValueFrom(disk.write(key, entry))).toBeTrue();
    expect(await all(disk)).toEqual([entry]);
    expect(await all(open())).toEqual([entry]);
    expect(await firstValueFrom(open().read(key))).toEqual(entry);
    expect(await firstValueFrom(disk.remove(key))).toBeTrue();
    expect(await all(open())).toEqual([]);
    expect(await firstValueFrom(disk.read(key))).toBeNull();
  });

  it('has what an earlier version wrote by the names of today', async () => {
    const named = (key: string) => ({ ...entry, body: { token: 't', report: { [key]: 1 } } }) as never;
    await firstValueFrom(open().write(key, named('dressing')));
    expect(await all(open())).toEqual([named('modifiers')]);
    expect(await firstValueFrom(open().read(key))).toEqual(named('modifiers'));
  });

  it('tells other tabs what has changed', async () => {
    const [disk, other] = [open(), open()];
    const heard = firstValueFrom(other.changedElsewhere);
    await firstValueFrom(disk.write(key, entry));
    expect(await heard).toBe(key);
  });

  it('says so where nothing can be kept', async () => {
    spyOn(indexedDB, 'open').and.throwError('not allowed');
    const disk = open();
    expect(await firstValueFrom(disk.write(key, entry))).toBeFalse();
    expect(await all(disk)).toEqual([]);
    expect(await firstValueFrom(disk.read(key))).toBeNull();
    (indexedDB.open as jasmine.Spy).and.callThrough();
  });
});
