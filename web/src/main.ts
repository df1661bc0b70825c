import { bootstrapApplication } from '@angular/platform-browser';
import { forCounts } from '@nuvrah/core';
import { App } from './app/app';
import { appConfig } from './app/app.config';

bootstrapApplication(App, appConfig).catch((error: unknown) => console.error(error));
// While the server answers, nobody waits for it; in the first page it would hold up everything.
setTimeout(forCounts);
