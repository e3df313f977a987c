/** Lint: a function that others build on says what goes in and comes out, and shows one example, which the tests run. */

/** The function an export declares, where it declares one. */
function declared({ declaration }) {
  if (declaration?.type === "FunctionDeclaration") return declaration.id.name;
  if (declaration?.type !== "VariableDeclaration") return undefined;
  const [{ id, init }] = declaration.declarations;
  return init?.type === "ArrowFunctionExpression" ? id.name : undefined;
}

export default {
  meta: { type: "suggestion", schema: [] },
  create({ sourceCode, report }) {
    return {
      ExportNamedDeclaration(node) {
        const name = declared(node);
        if (!name) return;
        const block = sourceCode
          .getCommentsBefore(node)
          .findLast(({ type, value }) => type === "Block" && value.startsWith("*"));
        if (!block)
          report({ node, message: `${name} has no doc block: inputs and outputs with units, and an example.` });
        else if (!/@example .* \/\/ /s.test(block.value))
          report({ node, message: `${name} shows no example in its doc block (@example code // value).` });
      },
    };
  },
};
