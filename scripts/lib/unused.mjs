// Exports that nothing imports: an invitation to use what nobody keeps.
import { readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";
import { codeFiles } from "./imports.mjs";

const bare = (file) => file.replace(/\.(tsx?|mjs)$/, "");
const isExported = (statement) => statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
const isDefault = (statement) => statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.DefaultKeyword);

/** The names a statement exports by itself. */
function exportsOf(statement) {
  if (!isExported(statement) || isDefault(statement)) return [];
  if (!ts.isVariableStatement(statement)) return statement.name ? [statement.name.text] : [];
  return statement.declarationList.declarations.flatMap(({ name }) => (ts.isIdentifier(name) ? [name.text] : []));
}

/** What a file takes from others: `module#name`, and the modules it takes as a whole. */
function takenBy(source, resolve) {
  const names = [];
  const wholes = [];
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || (ts.isExportDeclaration(node) && node.moduleSpecifier)) {
      const from = resolve(node.moduleSpecifier.text);
      const list = ts.isImportDeclaration(node) ? node.importClause?.namedBindings : node.exportClause;
      if (from && list?.elements)
        names.push(...list.elements.map((each) => `${from}#${(each.propertyName ?? each.name).text}`));
      else if (from && (list || ts.isExportDeclaration(node))) wholes.push(from);
    }
    const lazy = ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword && node.arguments[0];
    const named =
      lazy && ts.isStringLiteral(lazy) ? lazy.text : ts.isImportTypeNode(node) && node.argument.literal.text;
    const whole = named && resolve(named);
    if (whole) wholes.push(whole);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return { names, wholes };
}

/**
 * Exports under src that no file of the folders imports. What is loaded as a whole counts as used where its name is
 * said anywhere else.
 * @param root the project's folder
 * @param folders whose files may import
 * @returns "file name" of each
 */
export function unusedExports(root, folders = ["src", "e2e", "scripts"]) {
  const files = folders.flatMap((folder) => codeFiles(path.join(root, folder)).map((file) => path.join(folder, file)));
  const known = new Set(files.map(bare));
  const resolveFrom = (file) => (what) => {
    const target = what.startsWith("@/")
      ? path.join("src", what.slice(2))
      : what.startsWith(".") && path.join(path.dirname(file), what);
    return target && [target, `${target}/index`].map(bare).find((each) => known.has(each));
  };
  const read = files.map((file) => {
    const text = readFileSync(path.join(root, file), "utf8");
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    return { file, text, exported: source.statements.flatMap(exportsOf), ...takenBy(source, resolveFrom(file)) };
  });
  const names = new Set(read.flatMap((each) => each.names));
  const wholes = new Set(read.flatMap((each) => each.wholes));
  const saidElsewhere = (file, name) =>
    read.some((each) => each.file !== file && new RegExp(`\\b${name}\\b`).test(each.text));
  return read
    .filter(({ file }) => file.startsWith("src/"))
    .flatMap(({ file, exported }) =>
      exported
        .filter((name) => !names.has(`${bare(file)}#${name}`))
        .filter((name) => !wholes.has(bare(file)) || !saidElsewhere(file, name))
        .map((name) => `${file} ${name}`),
    );
}
