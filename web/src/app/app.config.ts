import { provideHttpClient } from '@angular/common/http';
import {
  inject,
  provideBrowserGlobalErrorListeners,
  provideEnvironmentInitializer,
  type ApplicationConfig,
} from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import {
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withNavigationErrorHandler,
} from '@angular/router';
import { AccountStore } from './api/account';
import { appRoutes } from './app.routes';
import { fetchEarly } from './frame/fetch-early';
import { sayNotOpened } from './frame/page-trouble';
import { provideIcons } from './ui/icons';
import { browserZone, TIME_ZONE } from './ui/time-zone';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(
      appRoutes,
      withComponentInputBinding(),
      withNavigationErrorHandler(sayNotOpened),
      // Positions are restored by ScrollKeeper, which waits for the content of a page.
      withInMemoryScrolling({ scrollPositionRestoration: 'disabled', anchorScrolling: 'enabled' }),
    ),
    provideEnvironmentInitializer(fetchEarly),
    provideHttpClient(),
    provideIcons(),
    {
      provide: TIME_ZONE,
      // Where the instructor works; a private link has no account.
      useFactory: () => {
        const { account } = inject(AccountStore);
        return () => account()?.timeZone ?? browserZone();
      },
    },
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'outline', subscriptSizing: 'dynamic' },
    },
  ],
};
