'use client';
/** A picture of an exercise: how it is to look, what it looks like, and where it goes. */
import { Copy, Download } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { fileName } from '@/work/givingOne';
import { attempt, told } from '@/work/perform';
import { pictureAsked, type PictureOf } from '@/work/picture/asked';
import { Button } from '../controls/Button';
import { Choice } from '../controls/Choice';
import { Dialog } from '../controls/Dialog';
import { Select } from '../controls/Select';
import { Switch } from '../controls/Switch';
import { download } from '../shell/download';
import { usePlayer } from '../shell/player';
import { useView } from '../shell/viewSettings';
import { colour } from '../theme/tokens';
import { picturePng, pictureSvg, type PictureLook } from './picture';

const Body = styled.div`
  display: grid;
  gap: 0.9rem;
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.5rem 0.9rem;
  }
  img {
    width: 100%;
    max-height: 45vh;
    object-fit: contain;
    border: 1px solid ${colour.line};
    border-radius: 0.4rem;
  }
`;

const SIZES = { '1': 1, '2': 2, print: 3.125 } as const;
type Size = keyof typeof SIZES;
const SIZE_NAMES: Readonly<Record<Size, string>> = {
  '1': 'as on the screen',
  '2': 'twice as fine',
  print: 'for print, 300 dots an inch',
};

/** The dialog. */
export function PictureDialog({ shown }: { shown: PictureOf }) {
  const { exercise, part } = shown;
  const { setup } = usePlayer();
  const view = useView();
  const [theme, setTheme] = useState<PictureLook['theme']>('light');
  const [withWords, setWithWords] = useState(true);
  const [size, setSize] = useState<Size>('2');
  const [svg, setSvg] = useState<string | null>(null);
  const [isBroken, setIsBroken] = useState(false);
  useEffect(() => {
    let isOver = false;
    attempt('Drawing the picture', async () => {
      try {
        const drawn = await pictureSvg(shown, setup, view, { theme, withWords });
        if (!isOver) setSvg(drawn);
      } catch (error) {
        setIsBroken(true);
        throw error;
      }
    });
    return () => {
      isOver = true;
    };
  }, [shown, setup, view, theme, withWords]);
  const name = fileName(`${exercise.title}${part ? ' part' : ''}`);
  const close = () => pictureAsked.answer(null);
  const copy = (drawn: string) =>
    attempt('Copying the picture', async () => {
      // The promise is handed on, since browsers want to be asked in the press itself.
      const png = picturePng(drawn, SIZES[size]);
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
      told('The picture is on the clipboard.');
    });
  return (
    <Dialog
      title={`Picture of ${part ? 'a part of ' : ''}“${exercise.title || 'Untitled'}”`}
      isOpen
      onClose={close}
    >
      <Body>
        <div className="row">
          <Choice
            label="Colours"
            value={theme}
            onChange={setTheme}
            options={[
              { id: 'light', name: 'Light' },
              { id: 'dark', name: 'Dark' },
            ]}
          />
          <Select
            label="Dots of a PNG"
            value={size}
            onChange={setSize}
            options={(Object.keys(SIZES) as Size[]).map((id) => ({ id, name: SIZE_NAMES[id] }))}
          />
          <Switch isOn={withWords} onChange={setWithWords}>
            Title and what it trains
          </Switch>
        </div>
        {svg === null ? (
          <p aria-busy={!isBroken}>{isBroken ? 'It could not be drawn.' : 'Drawing …'}</p>
        ) : (
          // oxlint-disable-next-line nextjs/no-img-element -- it is drawn here, no server has it
          <img
            alt="What the picture looks like"
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
          />
        )}
        <div className="row">
          <Button
            look="primary"
            isDisabled={svg === null}
            onPress={() =>
              attempt('Saving the picture', async () =>
                download(`${name}.png`, await picturePng(svg!, SIZES[size]), 'image/png'),
              )
            }
          >
            <Download size={15} aria-hidden /> Save as PNG
          </Button>
          <Button isDisabled={svg === null} onPress={() => download(`${name}.svg`, svg!, 'image/svg+xml')}>
            <Download size={15} aria-hidden /> Save as SVG
          </Button>
          <Button isDisabled={svg === null} onPress={() => copy(svg!)}>
            <Copy size={15} aria-hidden /> Copy the picture
          </Button>
        </div>
      </Body>
    </Dialog>
  );
}
