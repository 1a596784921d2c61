/** What makes a drawing of the page a file of its own. */

/** A sentence in lines of so many letters, cut between words. */
export function linesOf(sentence: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of sentence.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/**
 * A drawing with its colours and fonts inside, so that it looks the same wherever it is opened.
 * @param markup of one SVG element. @param colours of a theme, by name; a reference to another is an error.
 * @param fonts rules of style sheets, with what they load inside them; empty: none.
 */
export function standalone(markup: string, colours: Readonly<Record<string, string>>, fonts: string): string {
  const painted = markup.replace(/var\(--(\w+)\)/g, (_, name: string) => {
    const value = colours[name];
    if (value === undefined) throw new RangeError(`There is no colour “${name}”.`);
    return value;
  });
  return fonts === '' ? painted : painted.replace(/(<svg[^>]*>)/, `$1<style>${fonts}</style>`);
}
