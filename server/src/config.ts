import { StartupProblem } from './startup-problem.js';

/** What the server is told from outside. */
export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  readonly secret: string;
  readonly webFolder: string | null;
  /** Address of a TLS proxy in front, or null. */
  readonly publicUrl: string | null;
  readonly demo: boolean;
}

/** Reads the environment. @throws StartupProblem that says what to set. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  return {
    databaseUrl: needed(env, 'DATABASE_URL'),
    port: readPort(env['PORT'] ?? '4310'),
    secret: needed(env, 'SESSION_SECRET'),
    webFolder: env['WEB_FOLDER'] ?? null,
    publicUrl: readPublicUrl(env['PUBLIC_URL']),
    demo: env['DEMO_DATA'] === '1',
  };
}

function needed(env: NodeJS.ProcessEnv, name: string): string {
  const value = env[name];
  if (!value) throw new StartupProblem(`${name} is not set. Start with "npm start", or set it.`);
  return value;
}

function readPort(text: string): number {
  const port = Number(text);
  if (/^\d+$/.test(text) && port <= 65_535) return port;
  throw new StartupProblem(`PORT is "${text}". Set it to a number from 1024 to 65535.`);
}

function readPublicUrl(text: string | undefined): string | null {
  if (!text) return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (url && (url.protocol === 'https:' || url.protocol === 'http:')) return url.origin;
  throw new StartupProblem(
    `PUBLIC_URL is "${text}". Write it with its scheme, for example https://breath.example.org.`,
  );
}
