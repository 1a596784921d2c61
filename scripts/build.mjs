/** Builds the application for production where its sources changed. */
import { build } from './tools.mjs';

build();
