/** `npm run build`: builds the application for a school's server, into one folder; under a path where YARDFELL_PREFIX names one. */
import { buildServer, installPackages, SERVER } from './tools.mjs';

installPackages();
buildServer(process.env.YARDFELL_PREFIX ?? '');
console.log(
  `Built into ${SERVER}. “npm start” runs it; so does “node --import ./log.mjs server.js” in that folder, wherever it is.`,
);
