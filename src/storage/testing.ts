/** For tests: the database of the application, ready to be asked, in memory. */
import 'fake-indexeddb/auto';
import { reaching } from './database';

await reaching();
