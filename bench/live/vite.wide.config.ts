/** The app as it is built, but with the wide board in place of the compact one. */
import { fileURLToPath } from 'node:url';
import { mergeConfig } from 'vite';
import config from '../../vite.config';

const WIDE = fileURLToPath(new URL('./wideBoard.ts', import.meta.url));

export default mergeConfig(config, {
  plugins: [
    {
      name: 'wide-board',
      enforce: 'pre' as const,
      resolveId: (source: string, importer?: string) =>
        source === './harrow64' && importer?.endsWith('board/index.ts') ? WIDE : null,
    },
  ],
});
