// Builds what the browser loads into the application's classes: styles, scripts, fonts.
import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync } from 'node:fs';

const out = '../target/classes/static/assets';
mkdirSync(`${out}/fonts`, { recursive: true });
execFileSync('node', ['node_modules/@tailwindcss/cli/dist/index.mjs', '-i', 'src/app.css', '-o', `${out}/app.css`, '--minify'], { stdio: ['ignore', 'ignore', 'inherit'] });
for (const [family, file] of [['next', 'next'], ['mono', 'mono']]) {
  const name = `atkinson-hyperlegible-${file}-latin-wght-normal.woff2`;
  cpSync(`node_modules/@fontsource-variable/atkinson-hyperlegible-${family}/files/${name}`, `${out}/fonts/${name}`);
}
cpSync('node_modules/@alpinejs/morph/dist/cdn.min.js', `${out}/morph.js`);
cpSync('node_modules/@alpinejs/csp/dist/cdn.min.js', `${out}/alpine.js`);
cpSync('src/app.js', `${out}/app.js`);
