/** `npm run bench`: prints figures, asserts nothing. */
import { benchBrowser } from './browser';
import { benchEngine } from './engine';
import { benchExchange } from './exchange';

benchEngine();
benchExchange();
await benchBrowser();
