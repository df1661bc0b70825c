import fs from 'node:fs';
import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/** Leaves the number of passed and failed journeys where the test command adds them up. */
export default class TallyReporter implements Reporter {
  private readonly outcomes = new Map<string, boolean>();

  constructor(private readonly options: { readonly file: string }) {}

  onTestEnd(test: TestCase, result: TestResult): void {
    this.outcomes.set(test.id, result.status === test.expectedStatus);
  }

  onEnd(): void {
    const passed = [...this.outcomes.values()].filter(Boolean).length;
    fs.writeFileSync(this.options.file, JSON.stringify({ passed, failed: this.outcomes.size - passed }));
  }
}
