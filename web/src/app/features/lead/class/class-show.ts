import { DestroyRef, effect, inject, Injectable, untracked } from '@angular/core';
import { classToKeep, type ClassRun } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { LiveClasses } from '../../../api/live';
import { SharedTime } from '../../../api/shared-time';
import { machineClock, openShow, type ShowMessage } from './class-on-show';
import { ClassRunner } from './class-runner';

/** Milliseconds between two tellings of where the class stands, to windows of this browser. */
const TELL_EVERY = 1_000;
/** So many of them lie between two tellings to the server: what does not change goes on by itself. */
const SERVER_EVERY = 10;

/** Shows what is led on second screens: in other windows of this browser at once, on other machines by way of the server. */
@Injectable()
export class ClassShow {
  private readonly runner = inject(ClassRunner);
  private readonly api = inject(LiveClasses);
  private readonly time = inject(SharedTime);
  private readonly channel = openShow();
  private classId = '';
  /** What the server was told last; null where it shows nothing of this class. */
  private told: ClassRun | null = null;
  /** Whether it was ever told anything. */
  private toldAny = false;
  private underWay = false;
  private seconds = 0;

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<ShowMessage>) => {
      if (data.kind === 'asks') this.show();
    };
    // Whatever is led otherwise from now on is shown at once.
    effect(() => {
      this.time.known();
      if (this.runner.run()) untracked(() => this.show());
    });
    const timer = setInterval(() => this.tell(), TELL_EVERY);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
      this.channel.close();
      // Names are shown no longer than what is led.
      if (this.toldAny) this.api.endOnScreens(this.classId).subscribe({ error: () => undefined });
    });
  }

  /** Says which class is led. */
  of(classId: string): void {
    this.classId = classId;
  }

  private show(): void {
    const run = this.runner.run();
    if (!run) return;
    this.time.start();
    const [{ classId }, names] = [this, this.runner.names()];
    this.channel.postMessage({ kind: 'shows', classId, run, names } satisfies ShowMessage);
    this.showPlace();
    this.toServer(false);
  }

  private tell(): void {
    if (!this.runner.run()) return;
    this.showPlace();
    this.seconds++;
    if (this.seconds % SERVER_EVERY === 0) this.toServer(true);
  }

  private showPlace(): void {
    const { classId } = this;
    const place = this.runner.placeAt(machineClock());
    if (place) this.channel.postMessage({ kind: 'stands', classId, place } satisfies ShowMessage);
  }

  /** Tells the server what it does not know yet, one request after the other. @param placeToo where nothing else is to be told. */
  private toServer(placeToo: boolean): void {
    const run = this.runner.run();
    const place = this.runner.placeAt(this.time.now());
    if (!run || !place || this.underWay) return;
    if (run !== this.told) {
      const body = { run: classToKeep(run), names: this.runner.names(), place };
      this.send(this.api.showOnScreens(this.classId, body), () => {
        this.told = run;
        this.toldAny = true;
      });
    } else if (placeToo) this.send(this.api.placeOnScreens(this.classId, { place }), () => undefined);
  }

  /** Without a connection the room goes on; a little later the server is told all again. */
  private send(request: Observable<null>, then: () => void): void {
    this.underWay = true;
    request.subscribe({
      next: () => {
        this.underWay = false;
        then();
        // It may be led otherwise by now.
        this.toServer(false);
      },
      error: () => {
        this.told = null;
        this.underWay = false;
      },
    });
  }
}
