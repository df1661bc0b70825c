import { ChangeDetectionStrategy, Component, provideEnvironmentInitializer } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { Subject } from 'rxjs';
import { fetchEarly } from './fetch-early';

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class Page {}

describe('the code of a page', () => {
  it('is fetched while the server says who is signed in', async () => {
    const answer = new Subject<boolean>();
    let fetched = 0;
    const page = {
      path: 'page',
      loadComponent: async (): Promise<typeof Page> => {
        fetched++;
        return Page;
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideRouter([{ path: '', canActivate: [() => answer], children: [page] }]),
        provideEnvironmentInitializer(fetchEarly),
      ],
    });
    const opened = TestBed.inject(Router).navigateByUrl('/page');
    await Promise.resolve();
    while (fetched === 0) await new Promise((done) => setTimeout(done));
    answer.next(true);
    answer.complete();
    expect(await opened).toBeTrue();
    expect(fetched).toBeGreaterThan(0);
  });

  it('that cannot be fetched is told by the router alone', async () => {
    const lost = { path: 'lost', loadComponent: () => Promise.reject(new Error('offline')) };
    TestBed.configureTestingModule({
      providers: [provideRouter([lost]), provideEnvironmentInitializer(fetchEarly)],
    });
    await expectAsync(TestBed.inject(Router).navigateByUrl('/lost')).toBeRejectedWithError('offline');
  });
});
