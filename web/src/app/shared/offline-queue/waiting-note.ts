import { keysOf } from '@nuvrah/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { saveFile } from '../../ui/save-file';
import { keyOf, type EntryKind, type Waiting } from './entry';
import { OfflineQueue } from './offline-queue';
import { NOT_KEPT } from './words';
import { Questions } from '../../ui/questions';
import { frameWords } from '../../words/frame-words';

const NAMES: Readonly<Record<EntryKind, readonly [one: string, more: string]>> = {
  session: [frameWords.waitingNote.anEditedSession, frameWords.waitingNote.editedSessions],
  sitting: [frameWords.waitingNote.record, frameWords.waitingNote.recordsOfSittings],
  report: [frameWords.waitingNote.aReportFromHome, frameWords.waitingNote.reportsFromHome],
  fact: [frameWords.waitingNote.aHealthFact, frameWords.waitingNote.healthFacts],
  'day-check': [frameWords.waitingNote.aDayCheck, frameWords.waitingNote.dayChecks],
};
const KINDS = keysOf(NAMES);

const DISCARD = {
  title: frameWords.waitingNote.discardWhat,
  text: frameWords.waitingNote.itIsKeptNowhere,
  yes: frameWords.waitingNote.discardIt,
};

/** Where more is to be seen of what was refused. */
const placeOf = ({ kind, id, studentId }: Waiting): readonly string[] | null => {
  if (kind === 'session') return ['/bench', id];
  if (kind === 'sitting') return ['/ledger', id];
  return studentId === null ? null : ['/students', studentId];
};

/** What waits in this browser, and what the server will not have: that can be looked into, saved as a file, or given up. */
@Component({
  selector: 'nv-waiting-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink],
  template: `
    @if (queue.atRisk().length > 0) {
      <p class="notice problem" role="alert">{{ notKept }}</p>
    }
    @if (waits(); as what) {
      <p class="notice" role="status">
        @if (queue.needsSignIn()) {
          {{ said.youAreSignedOut(what) }}
          <a routerLink="/sign-in" [queryParams]="{ then: router.url }">{{ said.signInAgain }}</a>.
        } @else {
          {{ said.serverAway(what) }}
        }
      </p>
    }
    @for (one of refused(); track one.key) {
      <div class="notice problem" role="alert">
        <p>{{ said.notAcceptedAndKept(one.name, one.entry.refused ?? '') }}</p>
        @if (one.place; as place) {
          <a matButton [routerLink]="place">{{ said.seeOnRecord }}</a>
        }
        <button matButton type="button" (click)="save(one.entry)">{{ said.saveAsFile }}</button>
        <button matButton type="button" (click)="discard(one.entry)">{{ said.discardIt }}</button>
      </div>
    }
  `,
  styles: `
    .notice {
      margin: 1rem 1.25rem 0;
    }
  `,
})
export class WaitingNote {
  protected readonly said = frameWords.waitingNote;
  protected readonly queue = inject(OfflineQueue);
  private readonly questions = inject(Questions);
  protected readonly router = inject(Router);
  protected readonly notKept = NOT_KEPT;

  /** "a day check and 2 health facts"; empty where nothing has been waiting since a try failed. */
  protected readonly waits = computed(() => {
    const late = this.queue.late();
    const words = KINDS.flatMap((kind) => {
      const count = late.filter((entry) => entry.kind === kind).length;
      const [one, more] = NAMES[kind];
      return count === 0 ? [] : [count === 1 ? one : `${count} ${more}`];
    });
    return new Intl.ListFormat('en', { type: 'conjunction' }).format(words);
  });
  protected readonly refused = computed(() =>
    this.queue.untended().map((entry) => ({
      entry,
      key: keyOf(entry),
      name: NAMES[entry.kind][0],
      place: placeOf(entry),
    })),
  );

  protected save(entry: Waiting): void {
    saveFile(`${keyOf(entry)}.json`, 'application/json', JSON.stringify(entry.body, null, 2));
  }

  protected discard(entry: Waiting): void {
    this.questions.ask(DISCARD).subscribe((yes) => yes && this.queue.discard(entry));
  }
}
