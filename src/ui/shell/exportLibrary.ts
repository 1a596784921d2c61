import { download } from './download';

/** Saves the whole library as a project file. */
export async function exportLibrary(): Promise<void> {
  const { wholeLibrary } = await import('@/work/givingOut');
  const { name, text } = await wholeLibrary();
  download(name, text);
}

/** Saves everything where something is broken: as a project file, and raw where that does not hold all. */
export async function rescueLibrary(): Promise<void> {
  const { rawLibrary, wholeLibrary } = await import('@/work/givingOut');
  const whole = await wholeLibrary().catch(() => null);
  if (!whole?.isWhole) {
    const raw = await rawLibrary();
    download(raw.name, raw.text);
  }
  if (whole) download(whole.name, whole.text);
}
