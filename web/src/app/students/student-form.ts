import { Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { StudentFields } from '@nuvrah/contract';
import { AccountStore } from '../api/account';
import { fieldProblem, type ApiProblem } from '../api/api';

const FIRST_BIRTH_YEAR = 1900;

/** The facts of a student: for a new one, or to change one. What was typed stays when it is refused. */
@Component({
  selector: 'nv-student-form',
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, MatSelectModule, ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="submit()">
      <mat-form-field class="wide">
        <mat-label>Name</mat-label>
        <input matInput formControlName="name" maxlength="120" autocomplete="off" />
        <mat-error>A name is needed.</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Year of birth</mat-label>
        <input matInput formControlName="birthYear" inputmode="numeric" maxlength="4" autocomplete="off" />
        <mat-error>A year from {{ firstYear }} to {{ thisYear() }}.</mat-error>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Hand</mat-label>
        <mat-select formControlName="hand">
          <mat-option value="right">right</mat-option>
          <mat-option value="left">left</mat-option>
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Tongue</mat-label>
        <mat-select formControlName="tongueRolls">
          <mat-option [value]="null">not asked</mat-option>
          <mat-option [value]="true">rolls</mat-option>
          <mat-option [value]="false">does not roll</mat-option>
        </mat-select>
      </mat-form-field>
      <mat-form-field>
        <mat-label>Earlier practice</mat-label>
        <mat-select formControlName="experienced">
          <mat-option [value]="false">none on record</mat-option>
          <mat-option [value]="true">has practised before</mat-option>
        </mat-select>
      </mat-form-field>
      <mat-form-field class="wide">
        <mat-label>Note</mat-label>
        <textarea matInput formControlName="note" rows="3" maxlength="2000"></textarea>
      </mat-form-field>
      @if (message(); as text) {
        <p class="notice problem wide" role="alert">{{ text }}</p>
      }
      <div class="wide actions">
        <button matButton="filled" type="submit" [disabled]="busy()">{{ action() }}</button>
        <ng-content />
        @if (changed()) {
          <span class="soft">not saved yet</span>
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 1rem;
    }
    .wide {
      grid-column: 1 / -1;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 1rem;
      align-items: center;
    }
  `,
})
export class StudentForm {
  readonly value = input<StudentFields | null>(null);
  readonly action = input.required<string>();
  readonly busy = input(false);
  readonly problem = input<ApiProblem | null>(null);
  readonly save = output<StudentFields>();

  protected readonly firstYear = FIRST_BIRTH_YEAR;
  private readonly account = inject(AccountStore);
  /** The current year where the instructor works. */
  protected readonly thisYear = computed(() => Number(this.account.required().today.slice(0, 4)));

  protected readonly form = new FormGroup({
    name: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/)],
    }),
    birthYear: new FormControl('', {
      nonNullable: true,
      validators: [(control) => this.checkYear(control.value as string)],
    }),
    hand: new FormControl<'left' | 'right'>('right', { nonNullable: true }),
    tongueRolls: new FormControl<boolean | null>(null),
    experienced: new FormControl(false, { nonNullable: true }),
    note: new FormControl('', { nonNullable: true }),
  });
  protected readonly changed = signal(false);

  protected readonly message = computed(() => {
    const problem = this.problem();
    if (!problem) return null;
    const field = (['name', 'birthYear', 'note'] as const).map((name) => fieldProblem(problem, `/${name}`));
    return field.find((text) => text !== null) ?? problem.message;
  });

  constructor() {
    effect(() => {
      const value = this.value();
      if (!value) return;
      this.form.reset({ ...value, birthYear: String(value.birthYear) });
      this.changed.set(false);
    });
    this.form.valueChanges.subscribe(() => this.changed.set(this.form.dirty));
  }

  protected submit(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { name, birthYear, hand, tongueRolls, experienced, note } = this.form.getRawValue();
    this.save.emit({ name: name.trim(), birthYear: Number(birthYear), hand, tongueRolls, experienced, note });
  }

  private checkYear(text: string): { year: true } | null {
    const year = Number(text);
    const known = /^\d{4}$/.test(text.trim()) && year >= FIRST_BIRTH_YEAR && year <= this.thisYear();
    return known ? null : { year: true };
  }
}
