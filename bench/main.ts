/** `npm run bench`: prints figures, asserts nothing; `-- core` or `-- browser` prints a part of them. */
import { benchBrowser } from './browser';
import { benchEngine } from './engine';
import { benchExchange } from './exchange';

const only = process.argv[2];
if (only !== 'browser') {
  benchEngine();
  benchExchange();
}
if (only !== 'core') await benchBrowser();
