import ts from 'typescript';
import { readFileSync, writeFileSync, readdirSync, statSync, existsSync } from 'node:fs';
import { join, dirname, relative, resolve } from 'node:path';
const ROOT = process.cwd(), SRC = join(ROOT, 'src'), CORE = join(SRC, 'core');
const walk = (d) => readdirSync(d).flatMap((n) => { const p = join(d, n); return statSync(p).isDirectory() ? walk(p) : /\.tsx?$/.test(n) ? [p] : []; });
const skip = /core\/(formats|base|plan)\//;
const targets = walk(CORE).filter((f) => !skip.test(f) && !f.endsWith('drills/library.ts') && /from 'zod\/mini'/.test(readFileSync(f, 'utf8')));
const movedValues = new Map(); // file -> Set of exported schema consts
const plans = [];
for (const file of targets) {
  const text = readFileSync(file, 'utf8');
  const sf = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const usesZ = (node) => { let f = false; const v = (n) => { if (ts.isIdentifier(n) && n.text === 'z' && ts.isPropertyAccessExpression(n.parent) ) f = true; if (ts.isQualifiedName(n) && n.left.text === 'z') f = true; ts.forEachChild(n, v); }; v(node); return f; };
  const ids = (node) => { const s = new Set(); const v = (n) => { if (ts.isIdentifier(n)) s.add(n.text); ts.forEachChild(n, v); }; v(node); return s; };
  const decl = new Map(); const stmts = sf.statements.filter((s) => !ts.isImportDeclaration(s));
  const names = (s) => ts.isVariableStatement(s) ? s.declarationList.declarations.map((d) => d.name.text) : s.name ? [s.name.text] : [];
  const moved = new Set();
  for (const s of stmts) if ((ts.isVariableStatement(s) || ts.isTypeAliasDeclaration(s)) && usesZ(s)) moved.add(s);
  // functions that use z values
  const fnWithZ = stmts.filter((s) => !moved.has(s) && usesZ(s));
  const movedNames = new Set([...moved].flatMap(names));
  const valueNames = new Set([...moved].filter(ts.isVariableStatement).flatMap(names));
  // consts/functions which use moved VALUES at runtime -> warn
  const runtime = [];
  for (const s of stmts) if (!moved.has(s)) { const v = (n) => { if (ts.isTypeNode(n)) return; if (ts.isIdentifier(n) && valueNames.has(n.text) && !(ts.isPropertyAccessExpression(n.parent) && n.parent.name === n) && !(ts.isPropertyAssignment(n.parent) && n.parent.name===n)) runtime.push(names(s).join()+' uses '+n.text); ts.forEachChild(n, v); }; v(s); }
  plans.push({ file, text, sf, stmts, moved, movedNames, valueNames, names, ids, fnWithZ, runtime });
  movedValues.set(file, valueNames);
}
if (process.argv[2] === 'dry') { for (const p of plans) console.log(relative(ROOT, p.file), '| moved', [...p.movedNames].join(' '), '| left', p.stmts.filter((s) => !p.moved.has(s)).flatMap(p.names).join(' '), p.fnWithZ.length ? '| FNZ ' + p.fnWithZ.flatMap(p.names) : '', p.runtime.length ? '| RT ' + [...new Set(p.runtime)].join('; ') : ''); process.exit(); }
const schemaOf = (f) => f.replace(/\.ts$/, '.schema.ts');
const resolveSpec = (spec, from) => { const base = spec.startsWith('@/') ? join(SRC, spec.slice(2)) : spec.startsWith('.') ? resolve(dirname(from), spec) : null; if (!base) return null; for (const e of ['.ts', '.tsx', '']) if (existsSync(base + e) && statSync(base + e).isFile()) return base + e; return null; };
const specTo = (to, from, alias) => { const bare = to.replace(/\.tsx?$/, ''); if (alias) return '@/' + relative(SRC, bare); const r = relative(dirname(from), bare); return r.startsWith('.') ? r : './' + r; };
const whole = (p) => p.stmts.every((s) => p.moved.has(s));
// write halves
for (const p of plans) {
  p.whole = whole(p);
  if (p.whole) continue; // nothing but schemas: importers take types only from it
  const full = (s) => p.text.slice(s.getFullStart(), s.end);
  const movedText = p.stmts.filter((s) => p.moved.has(s)).map(full).join('\n');
  const leftStmts = p.stmts.filter((s) => !p.moved.has(s));
  let leftText = leftStmts.map(full).join('\n');
  const movedIds = new Set(p.stmts.filter((s) => p.moved.has(s)).flatMap((s) => [...p.ids(s)]));
  const leftIds = new Set(leftStmts.flatMap((s) => [...p.ids(s)]));
  const imports = p.sf.statements.filter(ts.isImportDeclaration);
  const line = (want, from) => imports.flatMap((i) => { const spec = i.moduleSpecifier.text; const c = i.importClause; if (!c) return [i.getText()]; const target = resolveSpec(spec, p.file); 
    if (c.namedBindings && ts.isNamespaceImport(c.namedBindings)) return want.has(c.namedBindings.name.text) && (spec !== 'zod/mini' || from === 'schema') ? [i.getText()] : [];
    if (c.name) return want.has(c.name.text) ? [i.getText()] : [];
    const els = c.namedBindings.elements.filter((e) => want.has(e.name.text)); if (!els.length) return [];
    return [`import ${c.isTypeOnly || c.phaseModifier===ts.SyntaxKind.TypeKeyword ? 'type ' : ''}{ ${els.map((e) => e.getText()).join(', ')} } from '${spec}';`]; }).join('\n');
  const leftNames = new Set(leftStmts.flatMap(p.names));
  const need = [...movedIds].filter((n) => leftNames.has(n));
  // export needed
  for (const s of leftStmts) if (p.names(s).some((n) => need.includes(n)) && !/^export/.test(s.getText())) { const t = full(s); const at = t.length - s.getText().length; leftText = leftText.replace(t, t.slice(0, at) + 'export ' + t.slice(at)); }
  const types = new Set(leftStmts.filter((s) => ts.isTypeAliasDeclaration(s)).flatMap(p.names));
  const base = './' + p.file.split('/').pop().replace(/\.ts$/, '');
  const fromLeft = need.length ? `import { ${need.map((n) => (types.has(n) ? 'type ' : '') + n).join(', ')} } from '${base}';\n` : '';
  writeFileSync(schemaOf(p.file), `${line(movedIds, 'schema')}\n${fromLeft}${movedText.replace(/^\s*\n/, '\n')}\n`);
  const movedTypes = p.stmts.filter((s) => p.moved.has(s) && ts.isTypeAliasDeclaration(s) && /^export/.test(s.getText())).flatMap(p.names);
  const usedHere = movedTypes.filter((n) => leftIds.has(n));
  const head = [line(leftIds, 'left'), usedHere.length ? `import type { ${usedHere.join(', ')} } from '${base}.schema';` : '', movedTypes.length ? `export type { ${movedTypes.join(', ')} } from '${base}.schema';` : ''].filter(Boolean).join('\n');
  const rt = [...new Set(p.runtime)]; if (rt.length) console.log('RUNTIME', relative(ROOT, p.file), rt.join('; '));
  writeFileSync(p.file, `${head}\n${leftText}\n`);
}
// importers
const splitFiles = new Map(plans.filter((p) => !p.whole).map((p) => [p.file, p]));
for (const d of ['src', 'tests', 'scripts']) for (const f of walk(join(ROOT, d))) {
  let text = readFileSync(f, 'utf8'); const sf = ts.createSourceFile(f, text, ts.ScriptTarget.Latest, true); const edits = [];
  for (const i of sf.statements.filter(ts.isImportDeclaration)) {
    const to = resolveSpec(i.moduleSpecifier.text, f); const p = to && splitFiles.get(to); if (!p || !i.importClause?.namedBindings || !i.importClause.namedBindings.elements) continue;
    if (f === schemaOf(p.file)) continue;
    const typeOnly = i.importClause.isTypeOnly || i.importClause.phaseModifier === ts.SyntaxKind.TypeKeyword; if (typeOnly) continue;
    const els = i.importClause.namedBindings.elements; const toSchema = els.filter((e) => !e.isTypeOnly && p.valueNames.has((e.propertyName ?? e.name).text)); if (!toSchema.length) continue;
    const rest = els.filter((e) => !toSchema.includes(e)); const alias = i.moduleSpecifier.text.startsWith('@/'); const spec = specTo(schemaOf(p.file), f, alias);
    const out = [rest.length ? `import { ${rest.map((e) => e.getText()).join(', ')} } from '${i.moduleSpecifier.text}';` : '', `import { ${toSchema.map((e) => e.getText()).join(', ')} } from '${spec}';`].filter(Boolean).join('\n');
    edits.push([i.getStart(), i.end, out]);
  }
  if (edits.length) { for (const [a, b, o] of edits.reverse()) text = text.slice(0, a) + o + text.slice(b); writeFileSync(f, text); }
}
