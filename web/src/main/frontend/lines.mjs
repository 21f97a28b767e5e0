// Says which lines of templates, styles and scripts are too long to be read.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const LONGEST = 140;
const places = process.argv.slice(2);
const files = places.flatMap(place =>
  readdirSync(place, { recursive: true })
    .filter(name => /\.(html|css|js)$/.test(name) && !name.includes('node_modules'))
    .map(name => join(place, name)),
);
const long = files.flatMap(file =>
  readFileSync(file, 'utf8')
    .split('\n')
    .map((line, at) => ({ file, at: at + 1, length: line.length }))
    .filter(({ length }) => length > LONGEST),
);
for (const { file, at, length } of long) console.error(`${file}:${at} has ${length} characters, more than ${LONGEST}`);
process.exit(long.length ? 1 : 0);
