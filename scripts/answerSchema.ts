// Writes docs/plan-answer.schema.json from the types of the planning answer, as the compiler sees them; with --check
// only says whether it is current.
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import ts from "typescript";
import { LEFT_OUT } from "../src/core/answers/assess/planAnswer";

type Json = Record<string, unknown>;

const root = fileURLToPath(new URL("..", import.meta.url));
const source = `${root}src/core/answers/assess/planAnswer.ts`;
const target = new URL("../docs/plan-answer.schema.json", import.meta.url);

const { options } = ts.getParsedCommandLineOfConfigFile(
  `${root}tsconfig.json`,
  {},
  { ...ts.sys, onUnRecoverableConfigFileDiagnostic: (problem) => console.error(problem.messageText) },
)!;
const program = ts.createProgram([source], { ...options, incremental: false });
const checker = program.getTypeChecker();

/** What never ends is said in a word, so any number may be one. */
const definitions: Record<string, Json> = {
  Number: {
    description: "A number; what never ends is said in a word.",
    anyOf: [{ type: "number" }, { enum: ["infinite", "-infinite"] }],
  },
};
const NUMBER = { $ref: "#/definitions/Number" };

const commentOf = (symbol: ts.Symbol | undefined): Json => {
  const text = ts.displayPartsToString(symbol?.getDocumentationComment(checker) ?? []).trim();
  return text === "" ? {} : { description: text.replace(/\s+/g, " ") };
};

/** The name a type is known by all over the program; none for what is written where it is used. */
const nameOf = (type: ts.Type): string | undefined => {
  const declared = type.symbol?.declarations?.[0];
  return declared &&
    ts.isInterfaceDeclaration(declared) &&
    !program.isSourceFileDefaultLibrary(declared.getSourceFile())
    ? type.symbol.name
    : undefined;
};

function schemaOf(type: ts.Type): Json {
  if (type.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown)) return {};
  if (type.isStringLiteral() || type.isNumberLiteral()) return { const: type.value };
  if (type.flags & ts.TypeFlags.BooleanLiteral) return { const: checker.typeToString(type) === "true" };
  if (type.flags & ts.TypeFlags.StringLike) return { type: "string" };
  if (type.flags & ts.TypeFlags.NumberLike) return NUMBER;
  if (type.flags & ts.TypeFlags.BooleanLike) return { type: "boolean" };
  if (type.isUnion()) return unionOf(type);
  if (checker.isTupleType(type) || checker.isArrayType(type)) return listOf(type as ts.TypeReference);
  const name = nameOf(type);
  if (name === undefined) return objectOf(type);
  if (!definitions[name]) {
    definitions[name] = {};
    definitions[name] = { ...commentOf(type.symbol), ...objectOf(type) };
  }
  return { $ref: `#/definitions/${name}` };
}

function unionOf({ types }: ts.UnionType): Json {
  const members = types.filter(({ flags }) => !(flags & ts.TypeFlags.Undefined));
  const words = members.flatMap((member) =>
    member.isStringLiteral() || member.isNumberLiteral() ? [member.value] : [],
  );
  const booleans = members.filter(({ flags }) => flags & ts.TypeFlags.BooleanLiteral);
  const others = members.filter(
    (member) => !member.isStringLiteral() && !member.isNumberLiteral() && !booleans.includes(member),
  );
  const each = [
    ...(words.length > 0 ? [{ enum: words.sort((a, b) => (String(a) < String(b) ? -1 : 1)) }] : []),
    ...(booleans.length === 2 ? [{ type: "boolean" }] : booleans.map(schemaOf)),
    ...others.map(schemaOf),
  ];
  return each.length === 1 ? each[0]! : { anyOf: each };
}

function listOf(type: ts.TypeReference): Json {
  const items = [
    ...new Map(checker.getTypeArguments(type).map((each) => [JSON.stringify(schemaOf(each)), each])).values(),
  ];
  return { type: "array", items: items.length === 1 ? schemaOf(items[0]!) : { anyOf: items.map(schemaOf) } };
}

function objectOf(type: ts.Type): Json {
  const fields = checker.getPropertiesOfType(type);
  const index = checker.getIndexInfosOfType(type)[0];
  const optional = (field: ts.Symbol) =>
    LEFT_OUT.includes(field.name) ||
    Boolean(field.flags & ts.SymbolFlags.Optional) ||
    ((of) => of.isUnion() && of.types.some(({ flags }) => flags & ts.TypeFlags.Undefined))(
      checker.getTypeOfSymbol(field),
    );
  return {
    type: "object",
    ...(fields.length > 0
      ? {
          properties: Object.fromEntries(
            fields.map((field) => [field.name, { ...commentOf(field), ...schemaOf(checker.getTypeOfSymbol(field)) }]),
          ),
          required: fields.filter((field) => !optional(field)).map(({ name }) => name),
        }
      : {}),
    additionalProperties: index ? schemaOf(index.type) : false,
  };
}

const file = program.getSourceFile(source)!;
const symbol = checker
  .getExportsOfModule(checker.getSymbolAtLocation(file)!)
  .find(({ name }) => name === "PlanAnswer")!;
const answer = schemaOf(checker.getDeclaredTypeOfSymbol(symbol));
const text = `${JSON.stringify(
  {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "What the planning interface answers",
    ...answer,
    definitions: Object.fromEntries(Object.entries(definitions).sort(([a], [b]) => (a < b ? -1 : 1))),
  },
  null,
  2,
)}\n`;

if (process.argv.includes("--check")) process.exit(existsSync(target) && readFileSync(target, "utf8") === text ? 0 : 1);
writeFileSync(target, text);
