import { createHash } from 'node:crypto';
import type { HomeDoc } from '@/core/home/home-doc.schema';

/**
 * The client's page with everything inside: plan, script, style and type. It asks nothing of any network, and says so to
 * the browser: only this very script and style may run.
 *
 * @param part reads a file of the built page
 */
export async function homeFile(doc: HomeDoc, part: (name: string) => Promise<Buffer>): Promise<string> {
  const script = (await part('page.js')).toString('utf8').replaceAll('</script', '<\\/script');
  const style = await withType((await part('page.css')).toString('utf8'), part);
  const hash = (text: string) => `'sha256-${createHash('sha256').update(text, 'utf8').digest('base64')}'`;
  const policy = `default-src 'none'; script-src ${hash(script)}; style-src ${hash(style)} 'unsafe-hashes'; style-src-attr 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'`;
  const json = JSON.stringify(doc).replaceAll('<', '\\u003c');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="content-security-policy" content="${policy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Breathing at home</title>
<style>${style}</style>
</head>
<body>
<div id="page"></div>
<noscript>This page counts the breath with a script. Open it in a browser that runs scripts, or use your paper sheet.</noscript>
<script type="application/json" id="plan">${json}</script>
<script>${script}</script>
</body>
</html>
`;
}

/** A style sheet with its letters inside. */
async function withType(css: string, part: (name: string) => Promise<Buffer>): Promise<string> {
  const names = [...new Set([...css.matchAll(/url\("?\/at-home\/([A-Za-z0-9._-]+)"?\)/g)].map((m) => m[1]!))];
  let made = css;
  for (const name of names) {
    const data = `url(data:font/woff2;base64,${(await part(name)).toString('base64')})`;
    made = made.replaceAll(`url("/at-home/${name}")`, data).replaceAll(`url(/at-home/${name})`, data);
  }
  return made;
}
