import { NO_CLOCK, sharedTime, withTrip } from '@nuvrah/core';
import type { DataSource } from 'typeorm';

/** Milliseconds after which the clock of the database is looked at again. */
const LOOK_AGAIN = 30_000;
const FIRST_LOOKS = 5;

/** The clock of the database: the same for every copy of the server, whatever the machine of a copy shows. */
export class DatabaseClock {
  private clock = NO_CLOCK;
  private looked = -Infinity;
  private looking: Promise<void> | null = null;

  constructor(private readonly source: DataSource) {}

  /** Milliseconds since 1970. */
  async now(): Promise<number> {
    if (performance.now() - this.looked > LOOK_AGAIN) {
      this.looking ??= this.look().finally(() => (this.looking = null));
      // Only the first time has to wait for it.
      if (this.clock === NO_CLOCK) await this.looking;
      else this.looking.catch(() => undefined);
    }
    return sharedTime(this.clock, performance.now()) ?? Date.now();
  }

  private async look(): Promise<void> {
    const looks = this.clock === NO_CLOCK ? FIRST_LOOKS : 1;
    for (let look = 0; look < looks; look++) {
      const sent = performance.now();
      const [row] = await this.source.query<{ now: string }[]>(
        'SELECT extract(epoch FROM clock_timestamp()) * 1000 AS now',
      );
      this.clock = withTrip(this.clock, { sent, received: performance.now(), there: Number(row?.now) });
    }
    this.looked = performance.now();
  }
}
