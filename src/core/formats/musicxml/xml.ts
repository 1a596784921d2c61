/** XML as plain nodes, read and written by fast-xml-parser. */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';

/** An element with its children in order, or a text. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** All text directly inside, trimmed. */
  readonly text: string;
}

const ATTRIBUTES = ':@';
const TEXT = '#text';

type Raw = Record<string, unknown>;

function fromRaw(raw: Raw): XmlElement | null {
  const name = Object.keys(raw).find((key) => key !== ATTRIBUTES);
  if (name === undefined || name === TEXT) return null;
  const inside = (raw[name] as Raw[] | undefined) ?? [];
  const attributes = (raw[ATTRIBUTES] as Record<string, string> | undefined) ?? {};
  const children: XmlElement[] = [];
  let text = '';
  for (const one of inside) {
    if (TEXT in one) text += String(one[TEXT]);
    else {
      const child = fromRaw(one);
      if (child) children.push(child);
    }
  }
  return { name, attributes, children, text: text.trim() };
}

/** Deeper nesting than any score has; the conversion is recursive. */
const MAX_DEPTH = 60;

/** What is wrong with a text that is no well-formed XML, or null. */
function faultOf(text: string): string | null {
  const checked = XMLValidator.validate(text);
  if (checked === true) return null;
  const { msg, line, col } = checked.err;
  // This is how the checker names elements that are open at the end.
  const open = /^Invalid '(\[[^]*\])' found/.exec(msg)?.[1]?.split(',').length;
  if (open !== undefined)
    return `It breaks off: ${open === 1 ? 'an element is' : `${open} elements are`} not closed.`;
  return `It is not whole or no well-formed XML (line ${line}, column ${col}: ${msg.slice(0, 120).replace(/\.$/, '')}).`;
}

/**
 * Reads a document's root element.
 * @throws Error on text that is not well-formed or declares entities of its own (which can grow without end).
 */
export function parseXml(text: string): XmlElement {
  if (/<!ENTITY/i.test(text))
    throw new Error(
      'It declares entities of its own, which a score never needs and which can grow without end.',
    );
  const fault = faultOf(text);
  if (fault !== null) throw new Error(fault);
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    parseTagValue: false,
    parseAttributeValue: false,
    trimValues: false,
    ignoreDeclaration: true,
    ignorePiTags: true,
    maxNestedTags: MAX_DEPTH,
  });
  const roots = (parser.parse(text) as Raw[]).map(fromRaw).filter((one) => one !== null);
  const root = roots.at(-1);
  if (!root) throw new Error('There is no element in it.');
  return root;
}

/** The first child of a name. */
export function child(element: XmlElement | null | undefined, name: string): XmlElement | null {
  return element?.children.find((one) => one.name === name) ?? null;
}

/** All children of a name. */
export function childrenOf(element: XmlElement | null | undefined, name: string): XmlElement[] {
  return element?.children.filter((one) => one.name === name) ?? [];
}

/** The text of the first child of a name, or null. */
export function textOf(element: XmlElement | null | undefined, name: string): string | null {
  return child(element, name)?.text ?? null;
}

/** The number in the first child of a name, or null where there is none. */
export function numberOf(element: XmlElement | null | undefined, name: string): number | null {
  const text = textOf(element, name);
  if (text === null || text === '') return null;
  const number = Number(text);
  return Number.isFinite(number) ? number : null;
}

/** What may stand in an element: elements, a text, or nothing; what is null is left out. */
type Content = readonly (XmlElement | null)[] | string | number | null;

/** Makes an element. Attributes that are undefined are left out. */
export function el(
  name: string,
  content: Content = null,
  attributes: Readonly<Record<string, string | number | undefined>> = {},
): XmlElement {
  const given = Object.entries(attributes).flatMap(([key, value]) =>
    value === undefined ? [] : [[key, String(value)] as const],
  );
  const isText = typeof content === 'string' || typeof content === 'number';
  return {
    name,
    attributes: Object.fromEntries(given),
    children: isText || content === null ? [] : content.filter((one) => one !== null),
    text: isText ? withoutControls(String(content)) : '',
  };
}

/** XML 1.0 has no place for most control characters, nor for halves of surrogate pairs. */
function withoutControls(text: string): string {
  return text.replace(/[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu, '\u{FFFD}');
}

function toRaw(element: XmlElement): Raw {
  const inside = element.text === '' ? element.children.map(toRaw) : [{ [TEXT]: element.text }];
  return { [element.name]: inside, [ATTRIBUTES]: element.attributes };
}

/** Writes a document with its XML declaration. */
export function writeXml(root: XmlElement): string {
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    format: true,
    indentBy: ' ',
    suppressEmptyNode: true,
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build([toRaw(root)]).trim()}\n`;
}
