import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators, type ValidatorFn } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { AccountStore } from '../../api/account';
import { markOf } from '../../api/mark-of';
import { sending } from '../../api/sending';
import { KitForm } from '../../ui/kit-form';
import { SearchSelect } from '../../ui/search-select';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { accountWords } from '../../words/account-words';

/** Degrees as they are typed, a comma for a point too; null where it is no number within the limits. */
function degreesIn(text: string, most: number): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  const value = Number(plain);
  return plain !== '' && Number.isFinite(value) && Math.abs(value) <= most ? value : null;
}

const degrees =
  (most: number): ValidatorFn =>
  ({ value }) =>
    (value as string).trim() === '' || degreesIn(value as string, most) !== null ? null : { degrees: true };

const LATITUDE = 90;
const LONGITUDE = 180;

/** Time zone, place on the earth and local emergency number. */
@Component({
  selector: 'nv-workplace-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule, SearchSelect],
  template: `
    <form [formGroup]="form" (ngSubmit)="save()">
      <nv-search-select [label]="words.zone" [words]="zones()" formControlName="timeZone" />
      <mat-form-field>
        <mat-label>{{ words.emergency }}</mat-label>
        <input matInput maxlength="40" autocomplete="off" formControlName="emergencyNumber" />
        <mat-error>{{ words.emergencyNeeded }}</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>{{ words.place }}</mat-label>
        <input matInput maxlength="120" autocomplete="off" formControlName="place" />
      </mat-form-field>
      <div class="row">
        <mat-form-field>
          <mat-label>{{ words.latitude }}</mat-label>
          <input matInput inputmode="decimal" autocomplete="off" formControlName="latitude" />
          <mat-error>{{ words.degrees(latitude) }}</mat-error>
        </mat-form-field>
        <mat-form-field>
          <mat-label>{{ words.longitude }}</mat-label>
          <input matInput inputmode="decimal" autocomplete="off" formControlName="longitude" />
          <mat-error>{{ words.degrees(longitude) }}</mat-error>
        </mat-form-field>
      </div>
      @if (sent.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <div class="actions">
        <button matButton="filled" type="submit" [disabled]="sent.busy()">{{ words.save }}</button>
        <span role="status">{{ said() }}</span>
      </div>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    nv-search-select {
      display: block;
    }
    .row > * {
      flex: 1 1 11rem;
    }
  `,
})
export class WorkplaceForm {
  private readonly account = inject(AccountStore);
  protected readonly words = accountWords.work;
  protected readonly latitude = LATITUDE;
  protected readonly longitude = LONGITUDE;
  protected readonly sent = sending();
  protected readonly said = signal('');
  /** Those that the browser knows, and the account's own in any case. */
  protected readonly zones = computed(() => {
    const all = new Set([...Intl.supportedValuesOf('timeZone'), this.account.required().timeZone]);
    return Object.fromEntries([...all].sort().map((zone) => [zone, zone.replaceAll('_', ' ')]));
  });

  protected readonly form = new FormGroup({
    timeZone: new FormControl('', { nonNullable: true }),
    emergencyNumber: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/)],
    }),
    place: new FormControl('', { nonNullable: true }),
    latitude: new FormControl('', { nonNullable: true, validators: [degrees(LATITUDE)] }),
    longitude: new FormControl('', { nonNullable: true, validators: [degrees(LONGITUDE)] }),
  });
  private stored = '';

  constructor() {
    effect(() => {
      const { timeZone, emergencyNumber, place } = this.account.required();
      this.form.setValue({
        timeZone,
        emergencyNumber,
        place: place?.name ?? '',
        latitude: place ? String(place.latitude) : '',
        longitude: place ? String(place.longitude) : '',
      });
      this.stored = markOf(this.form.getRawValue());
    });
    asksWhileUnsaved(() => markOf(this.form.getRawValue()) !== this.stored);
  }

  protected save(): void {
    this.said.set('');
    if (this.form.invalid) return this.form.markAllAsTouched();
    const { timeZone, emergencyNumber, place: name, ...degrees } = this.form.getRawValue();
    const [latitude, longitude] = [
      degreesIn(degrees.latitude, LATITUDE),
      degreesIn(degrees.longitude, LONGITUDE),
    ];
    const told = [name.trim() !== '', latitude !== null, longitude !== null];
    if (told.some(Boolean) && !told.every(Boolean)) return this.sent.say(this.words.all);
    const place = latitude === null || longitude === null ? null : { name: name.trim(), latitude, longitude };
    const body = { timeZone, emergencyNumber: emergencyNumber.trim(), place };
    this.sent.send(this.account.changeWorkplace(body), () => this.said.set(this.words.saved));
  }
}
