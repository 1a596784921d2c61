/** The project file's schema as JSON Schema, made from the one that reads it. */
import parse from 'joi-to-json';
import { PROJECT_VERSION } from '@/core';
import { publishedSchema } from '@/core/formats';

/** The text of docs/project-file.schema.json. */
export function jsonSchemaText(): string {
  const schema = parse(publishedSchema, 'json-draft-2019-09') as Record<string, unknown>;
  return `${JSON.stringify({ title: `Yardfell project file, version ${PROJECT_VERSION}`, ...schema }, null, 2)}\n`;
}
