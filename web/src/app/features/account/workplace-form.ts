import { ChangeDetectionStrategy, Component, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import type { Account } from '@nuvrah/contract';
import { AccountStore } from '../../api/account';
import { sending } from '../../api/sending';

/** Time zone, place on the earth and local emergency number. */
@Component({
  selector: 'nv-workplace-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButtonModule],
  template: `
    <form (ngSubmit)="save()">
      <div class="row">
        <label class="wide">
          <span>time zone</span>
          <input name="zone" list="zones" aria-label="time zone" maxlength="60" [(ngModel)]="timeZone" />
          <datalist id="zones">
            @for (zone of zones; track zone) {
              <option [value]="zone"></option>
            }
          </datalist>
        </label>
        <label>
          <span>emergency number there</span>
          <input
            name="emergency"
            aria-label="emergency number there"
            maxlength="40"
            [(ngModel)]="emergencyNumber"
          />
        </label>
      </div>
      <div class="row">
        <label class="wide">
          <span>place, for sunrise and sunset</span>
          <input
            name="place"
            aria-label="place, for sunrise and sunset"
            maxlength="120"
            [(ngModel)]="placeName"
          />
        </label>
      </div>
      <div class="row">
        <label>
          <span>latitude, south below 0</span>
          <input
            name="latitude"
            type="number"
            step="any"
            min="-90"
            max="90"
            aria-label="latitude, south below 0"
            [(ngModel)]="latitude"
          />
        </label>
        <label>
          <span>longitude, west below 0</span>
          <input
            name="longitude"
            type="number"
            step="any"
            min="-180"
            max="180"
            aria-label="longitude, west below 0"
            [(ngModel)]="longitude"
          />
        </label>
      </div>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <div class="actions">
        <button matButton="filled" type="submit" [disabled]="sent.busy()">Save the place</button>
        <span role="status">{{ said() }}</span>
      </div>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
})
export class WorkplaceForm {
  private readonly account = inject(AccountStore);
  protected readonly sent = sending();
  protected readonly said = signal('');

  protected readonly zones = Intl.supportedValuesOf('timeZone');
  private readonly stored = (): Account => this.account.required();
  protected readonly timeZone = linkedSignal(() => this.stored().timeZone);
  protected readonly emergencyNumber = linkedSignal(() => this.stored().emergencyNumber);
  protected readonly placeName = linkedSignal(() => this.stored().place?.name ?? '');
  protected readonly latitude = linkedSignal<number | null>(() => this.stored().place?.latitude ?? null);
  protected readonly longitude = linkedSignal<number | null>(() => this.stored().place?.longitude ?? null);

  protected save(): void {
    this.said.set('');
    const [name, latitude, longitude] = [this.placeName().trim(), this.latitude(), this.longitude()];
    const told = [name !== '', latitude !== null, longitude !== null];
    if (told.some(Boolean) && !told.every(Boolean))
      return this.sent.say('A place has a name, a latitude and a longitude: fill all three, or none.');
    const place = latitude === null || longitude === null ? null : { name, latitude, longitude };
    const body = { timeZone: this.timeZone().trim(), emergencyNumber: this.emergencyNumber().trim(), place };
    this.sent.send(this.account.changeWorkplace(body), () => this.said.set('Saved.'));
  }
}
