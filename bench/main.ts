/** `npm run bench`: prints figures, asserts nothing. */
import { benchBrowser } from './browser';
import { benchEngine } from './engine';

benchEngine();
await benchBrowser();
