// What the benches share: medians, percentiles, a server on a fresh database, a browser.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { buildIfChanged, SERVER_FLAGS, SERVER_MAIN, WEB_FOLDER } from '../scripts/build.mjs';
import { CHROMIUM, ensureChromium, ensurePackages, projectRoot } from '../scripts/machine.mjs';
import { startCluster } from '../scripts/postgres.mjs';

export const percentile = (values, share) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)];
};
export const median = (values) => percentile(values, 0.5);
export const ms = (value) => `${value.toFixed(2)} ms`;

/** One line of a bench: what, how much, and what was asked for. */
export const report = (what, value, wanted) =>
  process.stdout.write(`${what}: ${value}${wanted ? `   (wanted: ${wanted})` : ''}\n`);

/** A copy of the server on a database, and where it listens. @param port 0 for any that is free. */
export async function spawnServer(databaseUrl, port = 0) {
  const server = spawn(process.execPath, [...SERVER_FLAGS, SERVER_MAIN], {
    env: {
      ...process.env,
      PORT: String(port),
      DATABASE_URL: databaseUrl,
      SESSION_SECRET: 'for the bench',
      WEB_FOLDER,
      DEMO_DATA: '1',
      LOG_LEVEL: 'error',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const origin = await new Promise((resolve) => {
    server.stdout.setEncoding('utf8').on('data', (text) => {
      const [, address] = /listening on (\S+)/.exec(text) ?? [];
      if (address) resolve(address);
    });
  });
  return { server, origin };
}

/** A database of its own in the test cluster, and a server on it that can be killed and started again. */
export async function startApplication() {
  ensurePackages();
  buildIfChanged();
  const cluster = await startCluster('test');
  const databaseUrl = cluster.database(`bench_${randomUUID().replaceAll('-', '')}`);
  const application = { databaseUrl, port: 0, origin: '', server: null, start, kill, stop };

  async function start() {
    Object.assign(application, await spawnServer(databaseUrl, application.port));
    application.port = Number(new URL(application.origin).port);
  }

  async function kill(signal = 'SIGKILL') {
    const { server } = application;
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill(signal);
    await gone;
  }

  async function stop() {
    await kill('SIGTERM');
    cluster.stop();
  }

  await start();
  return application;
}

/** @param more flags of the browser. */
export async function openBrowser(more = []) {
  ensureChromium();
  const { chromium } = await import('@playwright/test');
  const flags = [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--disable-background-networking',
    ...more,
  ];
  return chromium.launch({
    executablePath: CHROMIUM,
    args: [...flags, '--disable-sync', '--autoplay-policy=no-user-gesture-required'],
  });
}

/** A page of the bench with the code of core and of the application in it, as one script. */
export async function pageScript(name) {
  const { build } = await import('esbuild');
  const { outputFiles } = await build({
    entryPoints: [path.join(projectRoot, 'bench', name)],
    bundle: true,
    format: 'iife',
    write: false,
    alias: { '@nuvrah/core': path.join(projectRoot, 'core', 'src', 'index.ts') },
  });
  return outputFiles[0].text;
}

export const DEMO = { email: 'tamsin@orrins-quay.example', password: 'above the rope loft' };

export async function signIn(page, origin) {
  await page.goto(`${origin}/sign-in`);
  await page.getByLabel('E-mail').fill(DEMO.email);
  await page.getByLabel('Password').fill(DEMO.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/today');
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await page.getByRole('heading', { name: 'Students' }).waitFor();
}

/** A client outside the browser: keeps its cookies and sends the token back. */
export async function apiClient(application) {
  const cookies = new Map();
  const call = async (method, path, body) => {
    const response = await fetch(`${application.origin}/api/v1${path}`, {
      method,
      headers: {
        cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        ...(cookies.has('XSRF-TOKEN') && { 'x-xsrf-token': cookies.get('XSRF-TOKEN') }),
        ...(body && { 'content-type': 'application/json' }),
      },
      ...(body && { body: JSON.stringify(body) }),
    });
    for (const line of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(line);
      cookies.set(name, decodeURIComponent(value));
    }
    const text = await response.text();
    return { status: response.status, body: text ? JSON.parse(text) : null };
  };
  await call('POST', '/auth/sign-in', DEMO);
  return { call, cookies };
}
