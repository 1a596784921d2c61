/** JSON by which equal values are told. */

/** Keys in order with their JSON, by the keys as they come: records of one kind repeat a few shapes. */
const shapes = new Map<string, { readonly key: string; readonly json: string }[]>();

/** Larger objects are tables by id, not records; their shapes are not worth keeping. */
const MOST_FIELDS = 24;

function shapeOf(record: Record<string, unknown>): { readonly key: string; readonly json: string }[] {
  const keys = Object.keys(record);
  const name = keys.join('\n');
  let shape = shapes.get(name);
  if (!shape) {
    shape = keys.sort().map((key) => ({ key, json: JSON.stringify(key) }));
    if (keys.length <= MOST_FIELDS) shapes.set(name, shape);
  }
  return shape;
}

/** JSON with the keys of every object in order, so that equal values give equal text. Fields that are undefined are left out. */
export function canonicalJson(value: unknown): string {
  if (typeof value === 'number' && Number.isFinite(value)) return String(value);
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  const record = value as Record<string, unknown>;
  let fields = '';
  for (const { key, json } of shapeOf(record))
    if (record[key] !== undefined)
      fields += `${fields === '' ? '' : ','}${json}:${canonicalJson(record[key])}`;
  return `{${fields}}`;
}
