import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { databasePath, db } from './db/client';
import { knownVersion } from './db/upgrade';

export type About = {
  version: string;
  node: string;
  sqlite: string;
  /** How many changes of shape the file has seen. */
  shape: number;
  file: string;
  bytes: number;
  packages: { name: string; version: string; licence: string }[];
};

type Manifest = { version: string; license?: string; dependencies?: Record<string, string> };
const manifestAt = (...path: string[]): Manifest =>
  JSON.parse(readFileSync(join(process.cwd(), ...path, 'package.json'), 'utf8')) as Manifest;

/** What this Kokyu is made of and where its records lie. */
export function about(): About {
  const own = manifestAt();
  const file = databasePath();
  return {
    version: own.version,
    node: process.versions.node,
    sqlite: db().$client.prepare('SELECT sqlite_version()').pluck().get() as string,
    shape: knownVersion(),
    file,
    bytes: statSync(file).size,
    packages: Object.keys(own.dependencies ?? {}).map((name) => {
      const { version, license } = manifestAt('node_modules', name);
      return { name, version, licence: license ?? 'not stated' };
    }),
  };
}
