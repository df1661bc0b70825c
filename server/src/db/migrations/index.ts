import { FirstSlice1790000000000 } from './1790000000000-first-slice.js';

/** In the order in which they are applied; append only. */
export const migrations = [FirstSlice1790000000000];
