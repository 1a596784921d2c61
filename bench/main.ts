/** `npm run bench`: prints figures, asserts nothing; `-- core`, `-- browser` or `-- keys` (of the browser's, those of keys) prints a part of them. */
import { benchBriefs } from './brief';
import { benchBrowser } from './browser';
import { benchEngine } from './engine';
import { benchExchange } from './exchange';

const only = process.argv[2];
if (only !== 'browser' && only !== 'keys') {
  benchEngine();
  benchExchange();
  benchBriefs();
}
if (only !== 'core') await benchBrowser(only === 'keys');
