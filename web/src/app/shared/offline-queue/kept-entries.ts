import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { AsyncSubject, concatMap, defer, type Observable, of, Subject, timeout } from 'rxjs';
import { BrowserStore } from '../../api/browser-store';
import { NOW } from '../../api/now';
import { keyOf, type Waiting } from './entry';
import { EntryDisk } from './entry-disk';
import { forgetKeptBefore, keptBefore } from './kept-before';

/** How long the disk is waited for, in milliseconds, before something counts as not kept. */
const DISK_PATIENCE = 3_000;

/** What waits: in this page at once, and on the disk of this browser a moment later. */
@Injectable({ providedIn: 'root' })
export class KeptEntries {
  private readonly disk = inject(EntryDisk);
  private readonly before = inject(BrowserStore);
  private readonly now = inject(NOW);

  private readonly entries = signal<readonly Waiting[]>([]);
  readonly all = this.entries.asReadonly();
  private readonly known = signal(false);
  /** Whether what was entered before this page was opened is known. */
  readonly loaded = this.known.asReadonly();
  private readonly reading = new AsyncSubject<void>();
  /** Emits once, when it is known. */
  readonly read = this.reading.asObservable();
  private readonly onDisk = signal<ReadonlySet<string>>(new Set());
  /** Keys of what is on the disk as it stands in this page. */
  readonly keptKeys = this.onDisk.asReadonly();
  private readonly failed = signal<readonly string[]>([]);
  /** Keys of what this browser would not keep: it waits in this page alone. */
  readonly unkeptKeys = this.failed.asReadonly();
  private readonly change = new Subject<void>();
  /** When anything is entered, taken out, or heard of from another tab. */
  readonly changes = this.change.asObservable();

  private readonly writing = new Map<string, Observable<boolean>>();
  /** Entered by another tab. */
  private readonly foreign = new Set<string>();

  constructor() {
    this.takeUp();
    const others = this.disk.changedElsewhere.subscribe((key) => this.follow(key));
    inject(DestroyRef).onDestroy(() => others.unsubscribe());
  }

  find = (key: string): Waiting | undefined => this.entries().find((entry) => keyOf(entry) === key);

  isForeign = (key: string): boolean => this.foreign.has(key);

  write(entry: Waiting): void {
    const key = keyOf(entry);
    this.foreign.delete(key);
    const there = this.find(key);
    this.entries.update((entries) =>
      there ? entries.map((other) => (other === there ? entry : other)) : [...entries, entry],
    );
    this.mark(key, false);
    const done = new AsyncSubject<boolean>();
    this.writing.set(key, done);
    this.disk.write(key, entry).subscribe((kept) => {
      // A newer one is on its way otherwise.
      if (this.writing.get(key) === done) {
        this.mark(key, kept);
        this.failed.update((keys) => [...keys.filter((one) => one !== key), ...(kept ? [] : [key])]);
      }
      done.next(kept);
      done.complete();
    });
    this.change.next();
  }

  /** Whether it is on the disk, once that is known. */
  written(key: string): Observable<boolean> {
    return defer(() => this.writing.get(key) ?? of(this.onDisk().has(key))).pipe(
      timeout({ first: DISK_PATIENCE, with: () => of(false) }),
    );
  }

  drop(key: string): void {
    this.writing.delete(key);
    this.entries.update((entries) => entries.filter((entry) => keyOf(entry) !== key));
    this.mark(key, false);
    this.failed.update((keys) => keys.filter((one) => one !== key));
    this.disk.remove(key);
    this.change.next();
  }

  private mark(key: string, kept: boolean): void {
    if (this.onDisk().has(key) === kept) return;
    this.onDisk.update((keys) => {
      const now = new Set(keys);
      if (kept) now.add(key);
      else now.delete(key);
      return now;
    });
  }

  /** What was entered here before this page was opened; what was entered meanwhile is newer. */
  private takeUp(): void {
    this.disk.load().subscribe((kept) => {
      const earlier = kept
        .filter((entry) => (entry.format as number) === 1 && !this.find(keyOf(entry)))
        .sort((a, b) => a.at - b.at);
      for (const entry of earlier) this.mark(keyOf(entry), true);
      this.entries.update((entries) => [...earlier, ...entries]);
      this.takeUpKeptBefore();
      this.known.set(true);
      this.change.next();
      this.reading.next();
      this.reading.complete();
    });
  }

  private takeUpKeptBefore(): void {
    const before = keptBefore(this.before, this.now());
    for (const entry of before) this.write(entry);
    const all = before.map((entry) => this.written(keyOf(entry)));
    const kept = all.reduce((one, other) => one.pipe(concatMap((so) => (so ? other : of(false)))), of(true));
    kept.subscribe((so) => {
      if (so) forgetKeptBefore(this.before);
    });
  }

  /** Another tab of this browser has kept something, or taken it out. What is entered here is this tab's own. */
  private follow(key: string): void {
    if (this.find(key) && !this.foreign.has(key)) return;
    this.disk.read(key).subscribe((entry) => {
      if (this.find(key) && !this.foreign.has(key)) return;
      this.entries.update((entries) => {
        const others = entries.filter((other) => keyOf(other) !== key);
        return entry ? [...others, entry] : others;
      });
      if (entry) this.foreign.add(key);
      else this.foreign.delete(key);
      this.mark(key, entry !== null);
      this.change.next();
    });
  }
}
