// The contract as a browser needs it: every type, but of the values only addresses, limits and names. The schemas stay
// with the server, which checks by them; they would be a third of what is loaded before the first view is shown.
import { addresses } from './addresses.js';
import type { routes as allRoutes } from './routes.js';

export type * from './index.js';
export { API_ROOT, phoneNewsAddress, screenNewsAddress } from './addresses.js';
export * from './limits.js';
export * from './names.js';

/** All requests of the application, with the types of what is sent and answered. */
export const routes = addresses as unknown as typeof allRoutes;
