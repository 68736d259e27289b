import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import {
  CATALOGUES,
  DOORS,
  LANGUAGES,
  LONGEST_LINE,
  MOST_FILES,
  MOST_LINES,
  ROOMS,
  ROOMS_OF,
  WITHOUT_LIMIT,
} from './lib/rooms.mjs';

/*
 * Looks whether the house is as it should be: the same rooms in every layer, one level deep, none crowded; no arrow between use cases
 * against the order of the work; no file and no line too long. Called with the folder that holds `src`.
 */
const root = join(process.argv[2] ?? '.', 'src');
const WALKS = join(process.argv[2] ?? '.', 'docs', 'architecture.md');
const WALKS_DRAWN = 4;
const MOST_ROOMS = 6;
const faults = [];
/** What a room keeps sealed is opened in one place, by whoever may: that file is a door of every room. */
const isDoor = (target) => target.endsWith('/sealed') || DOORS[target] !== undefined;
const isTest = (file) => /\.test\.tsx?$/.test(file);

function list(folder) {
  return readdirSync(folder, { withFileTypes: true });
}

function lookAtRoom(layer, room) {
  const entries = list(join(root, layer, room));
  const place = `${layer}/${room}`;
  for (const entry of entries) if (entry.isDirectory()) faults.push(`rooms are one level deep: ${place}/${entry.name}`);
  if (entries.length > MOST_FILES && !WITHOUT_LIMIT.has(place))
    faults.push(`a room holds ${MOST_FILES} files at most: ${place} has ${entries.length}`);
  if (layer === 'usecases')
    for (const { name } of entries) if (!isTest(name)) lookAtArrows(room, join(root, layer, room, name));
}

/** Which of the rooms after it does a file use, and not through a door? */
function lookAtArrows(room, file) {
  for (const [, spec] of readFileSync(file, 'utf8').matchAll(/from '(\.\.\/[^']+)'/g)) {
    const target = relative(join(root, 'usecases'), normalize(join(dirname(file), spec)));
    const to = target.split('/')[0];
    if (target.startsWith('..') || ROOMS.indexOf(to) <= ROOMS.indexOf(room) || isDoor(target)) continue;
    faults.push(`against the order of the work: ${relative(root, file)} uses ${target}`);
  }
}

function lookAtLines(folder) {
  for (const entry of list(folder)) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) lookAtLines(path);
    else if (/\.tsx?$/.test(entry.name)) {
      const place = relative(root, path);
      const lines = readFileSync(path, 'utf8').split('\n');
      if (lines.length - 1 > MOST_LINES && !LANGUAGES.test(place))
        faults.push(`a file has ${MOST_LINES} lines at most: ${place} has ${lines.length - 1}`);
      if (CATALOGUES.test(place)) continue;
      lines.forEach((line, i) => {
        if (line.length > LONGEST_LINE)
          faults.push(`a line has ${LONGEST_LINE} characters at most: ${place}:${i + 1} has ${line.length}`);
      });
    }
  }
}

/** Walks through the house, as the documentation draws them: files that are there, few rooms, and back to none of them. */
function lookAtWalks(text) {
  const section = text.split('### Four walks')[1]?.split('\n### ')[0] ?? '';
  const walks = section.split(/^\*\*/m).slice(1);
  if (walks.length !== WALKS_DRAWN) faults.push(`${WALKS_DRAWN} walks are drawn: there are ${walks.length}`);
  for (const walk of walks) {
    const name = walk.split('**')[0];
    const passed = [];
    for (const [, path, layer, room] of walk.matchAll(/`src\/((\w+)\/(\w+)\/[\w./]+)`/g)) {
      if (!existsSync(join(root, path))) faults.push(`a walk goes over files that are there: ${name}, ${path}`);
      if (!ROOMS_OF[layer] || passed.at(-1) === room) continue;
      if (passed.includes(room)) faults.push(`a walk comes back to no room: ${name}, ${room}`);
      passed.push(room);
    }
    if (passed.length > MOST_ROOMS) faults.push(`a walk passes ${MOST_ROOMS} rooms at most: ${name}, ${passed.length}`);
  }
}

/**
 * An act of a page bears the name of the use case that it is. A form that is sent without scripts (`…Posted`) is an act's other
 * entrance; the palette puts two use cases together.
 */
function lookAtActs(folder) {
  for (const entry of list(folder)) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) lookAtActs(path);
    else if (entry.name === 'actions.ts') {
      for (const part of readFileSync(path, 'utf8')
        .split(/^export /m)
        .slice(1)) {
        const name = /^(?:const|async function) (\w+)/.exec(part)?.[1];
        if (!name || name.endsWith('Posted') || name === 'findAnything') continue;
        if (!new RegExp(`\\w+\\.${name}\\b`).test(part))
          faults.push(`an act bears the name of its use case: ${relative(root, path)}, ${name}`);
      }
    }
  }
}

for (const layer of Object.keys(ROOMS_OF)) {
  for (const entry of list(join(root, layer))) {
    if (!entry.isDirectory()) faults.push(`a file stands in a room: ${layer}/${entry.name}`);
    else if (![...ROOMS, ...ROOMS_OF[layer]].includes(entry.name)) faults.push(`not a room: ${layer}/${entry.name}`);
    else lookAtRoom(layer, entry.name);
  }
}
lookAtLines(root);
lookAtActs(join(root, 'app'));
if (existsSync(WALKS)) lookAtWalks(readFileSync(WALKS, 'utf8'));
for (const fault of faults) console.error(fault);
process.exit(faults.length > 0 ? 1 : 0);
