// Builds what browsers are given: styles, scripts, and the fonts that the server measures with.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import esbuild from 'esbuild';

const here = dirname(fileURLToPath(import.meta.url));
const web = resolve(here, '..');
const root = resolve(web, '../..');
const out = join(web, 'wwwroot/built');
const packages = join(root, 'node_modules');

rmSync(out, { recursive: true, force: true });
mkdirSync(join(out, 'fonts'), { recursive: true });

// Pages take the compressed files.
const fonts = {
  'alegreya-400.woff2': '@fontsource/alegreya/files/alegreya-latin-400-normal.woff2',
  'alegreya-400-ext.woff2': '@fontsource/alegreya/files/alegreya-latin-ext-400-normal.woff2',
  'alegreya-400-italic.woff2': '@fontsource/alegreya/files/alegreya-latin-400-italic.woff2',
  'alegreya-500.woff2': '@fontsource/alegreya/files/alegreya-latin-500-normal.woff2',
  'source-sans-3.woff2': '@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
  'source-sans-3-ext.woff2': '@fontsource-variable/source-sans-3/files/source-sans-3-latin-ext-wght-normal.woff2',
};
for (const [name, from] of Object.entries(fonts)) cpSync(join(packages, from), join(out, 'fonts', name));

// Slides take the TrueType files that the server lays out with, under the names that it gives them: the type case.
const { families, scripts } = JSON.parse(readFileSync(join(here, 'typecase.json'), 'utf8'));
const typeCase = [...families, ...scripts].flatMap(({ key, name, script, from, faces }) => faces.map((folder) => {
  const [, weight] = /^(\d+)/.exec(folder);
  const italic = folder.endsWith('_Italic');
  const face = `slide-${key}-${weight}${italic ? '-italic' : ''}`;
  cpSync(join(packages, '@expo-google-fonts', from.replaceAll('{folder}', folder)), join(out, 'fonts', `${face}.ttf`));
  return { face, family: key, name, script: script ?? null, weight: Number(weight), italic };
}));
writeFileSync(join(out, 'fonts', 'typecase.json'), JSON.stringify(typeCase));
// Never swapped: a slide in another face would not fit.
writeFileSync(join(out, 'slides.css'), typeCase.map(({ face }) => `@font-face{font-family:${face};src:url("fonts/${face}.ttf") format("truetype");font-display:block}`).join('\n'));

const tailwind = join(dirname(createRequire(join(root, 'package.json')).resolve('@tailwindcss/cli/package.json')), 'dist/index.mjs');
const styles = spawnSync(process.execPath, [tailwind, '--input', join(here, 'app.css'), '--output', join(out, 'app.css'), '--minify'], { cwd: web, stdio: ['ignore', 'ignore', 'inherit'] });
if (styles.status !== 0) process.exit(styles.status ?? 1);

await esbuild.build({
  entryPoints: { paper: join(here, 'paper.ts'), booth: join(web, 'Pages/Booth/booth.ts'), screen: join(web, 'Pages/Screen/screen.ts') },
  outdir: out,
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2022',
  nodePaths: [packages],
  legalComments: 'none',
  logLevel: 'warning',
});
