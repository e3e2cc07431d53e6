// Builds what the browser loads into the application's classes: styles, scripts, fonts.
import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync } from 'node:zlib';

const out = '../target/classes/static/assets';
mkdirSync(`${out}/fonts`, { recursive: true });
execFileSync('node', ['node_modules/@tailwindcss/cli/dist/index.mjs', '-i', 'src/app.css', '-o', `${out}/app.css`, '--minify'], { stdio: ['ignore', 'ignore', 'inherit'] });
for (const [family, file] of [['next', 'next'], ['mono', 'mono']]) {
  const name = `atkinson-hyperlegible-${file}-latin-wght-normal.woff2`;
  cpSync(`node_modules/@fontsource-variable/atkinson-hyperlegible-${family}/files/${name}`, `${out}/fonts/${name}`);
}
cpSync('node_modules/@alpinejs/morph/dist/cdn.min.js', `${out}/morph.js`);
cpSync('node_modules/@alpinejs/csp/dist/cdn.min.js', `${out}/alpine.js`);
for (const own of ['app.js', 'outbox.js', 'without-server.js']) cpSync(`src/${own}`, `${out}/${own}`);
cpSync('node_modules/idb-keyval/dist/umd.js', `${out}/store.js`);
mkdirSync(`${out}/pocket`, { recursive: true });
cpSync('node_modules/intl-messageformat/intl-messageformat.iife.js', `${out}/pocket/sentences.js`);
// the compiled core stands beside its small form, which is sent to browsers that take it
const core = '../../pocket/target/classes/static/assets/pocket/core.wasm';
if (existsSync(core)) {
  cpSync(core, `${out}/pocket/core.wasm`);
  for (const file of [`${out}/pocket/core.wasm`, `${out}/pocket/sentences.js`]) writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file)));
}
