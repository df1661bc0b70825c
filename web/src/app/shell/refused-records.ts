import { Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { RecordOutbox } from '../api/record-outbox';
import { saveFile } from './save-file';

/** Records that the server will not have: each can be looked into, saved as a file, or given up. Nothing goes by itself. */
@Component({
  selector: 'nv-refused-records',
  imports: [MatButtonModule, RouterLink],
  template: `
    @for (entry of outbox.refused(); track entry.sittingId) {
      <div class="notice problem" role="alert">
        <p>A record of a sitting was not accepted and is kept in this browser: {{ entry.refused }}</p>
        <a matButton [routerLink]="['/ledger', entry.sittingId]">See what is on record</a>
        <button matButton type="button" (click)="save(entry)">Save it as a file</button>
        <button matButton type="button" (click)="discard(entry.sittingId)">Discard it</button>
      </div>
    }
  `,
  styles: `
    .notice {
      margin: 1rem 1.25rem 0;
    }
  `,
})
export class RefusedRecords {
  protected readonly outbox = inject(RecordOutbox);

  protected save(entry: { readonly sittingId: string; readonly body: unknown }): void {
    saveFile(`sitting-${entry.sittingId}.json`, 'application/json', JSON.stringify(entry.body, null, 2));
  }

  protected discard(sittingId: string): void {
    if (confirm('Discard this record? What was done in that sitting is then lost.')) {
      this.outbox.discard(sittingId);
    }
  }
}
