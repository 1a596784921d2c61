import type { MetadataRoute } from 'next';
import { under } from '@/addresses';
import { SHARE_ADDRESS } from '@/offline/kept';

const ICONS = ['any', 'maskable'] as const;
const SIZES = [192, 512];

/** What a system installs the application by: its icons, the files it opens, and what is shared to it. */
export default function manifest(): MetadataRoute.Manifest {
  const files = {
    'application/vnd.recordare.musicxml+xml': ['.musicxml', '.xml'],
    'application/vnd.recordare.musicxml': ['.mxl'],
    'application/zip': ['.zip'],
    'audio/midi': ['.mid', '.midi'],
    'application/json': ['.json'],
    'text/plain': ['.txt', '.tab'],
  };
  return {
    id: under('/'),
    name: 'Yardfell',
    short_name: 'Yardfell',
    description: 'A workbench for guitar teachers who plan flatpick exercises',
    start_url: under('/'),
    scope: under('/'),
    display: 'standalone',
    background_color: '#1d3b36',
    theme_color: '#1d3b36',
    icons: ICONS.flatMap((purpose) =>
      SIZES.map((size) => ({
        src: under(`/icons/${purpose}-${size}.png`),
        sizes: `${size}x${size}`,
        type: 'image/png',
        purpose,
      })),
    ),
    launch_handler: { client_mode: 'navigate-new' },
    file_handlers: [{ action: under('/'), accept: files }],
    share_target: {
      action: under(SHARE_ADDRESS),
      method: 'POST',
      enctype: 'multipart/form-data',
      params: {
        title: 'title',
        text: 'text',
        url: 'url',
        files: { name: 'files', accept: Object.entries(files).flat(2) },
      },
    },
    shortcuts: [
      { name: 'This week', url: under('/week') },
      { name: 'Students', url: under('/students') },
    ],
  };
}
