import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const kit = (file: string) => join(import.meta.dirname, 'kit', file);

/**
 * Files of ECharts 6, and of the zrender that it draws with, which every chart brings and no plot of Chill asks for, a fifth of the plot's code: movement,
 * the pointer (a plot is read along by `Plot`), axes of time and of logarithms and axes laid against each other, patterns, tooltips, the theme (it is the
 * tokens), the wheel of waiting, words (they are in the catalogues), round shapes, and the options of earlier editions.
 */
const LEFT_OUT = `
  svg/cssAnimation svg/cssEmphasis line/lineAnimationDiff animation/easing dom/HandlerProxy core/GestureMgr mixin/Draggable
  scale/Time scale/Log coord/axisAlignTicks visual/decal tooltip/seriesFormatTooltip theme/dark loading/default i18n/langZH i18n/langEN
  helper/roundSector helper/smoothBezier shape/Ring shape/Ellipse helper/transform preprocessor/backwardCompat legacy/dataSelectAction
`
  .trim()
  .split(/\s+/);

/** Puts `kit/plot/leftOut.ts` where those files were; refuses to build where ECharts has one of them no longer. */
function leaveOut(): Plugin {
  const missing = new Set(LEFT_OUT);
  return {
    name: 'leave-out-of-echarts',
    enforce: 'pre',
    async resolveId(source, importer, options) {
      if (!importer || !/[\\/](echarts|zrender)[\\/]lib[\\/]/.test(importer)) return null;
      const file = (await this.resolve(source, importer, { ...options, skipSelf: true }))?.id.replaceAll('\\', '/');
      const left = LEFT_OUT.find((one) => file?.endsWith(`/${one}.js`));
      if (!left) return null;
      missing.delete(left);
      return kit('plot/leftOut.ts');
    },
    buildEnd(failed) {
      if (!failed && missing.size > 0) this.error(`ECharts has no ${[...missing].join(', ')} any more: look through LEFT_OUT.`);
    },
  };
}

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss(), { ...leaveOut(), apply: 'build' }],
  resolve: {
    alias: {
      // For the first screen to be light: a package's programmers' errors are left unworded, and the sine that it asks for only below zero is the browser's.
      '@stdlib/string-format': kit('unformatted.ts'),
      '@stdlib/math-base-special-sinpi': kit('sineOfPi.ts'),
      'node:module': kit('noNodeModule.ts'),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4280' } },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    reportCompressedSize: false,
    manifest: true,
  },
});
