import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";

const ROOT = import.meta.dirname;

/** What a folder may import of the others. Features do not import one another: each is a place of its own. */
const MAY: Record<string, string[]> = {
	quantity: ["words"],
	api: ["quantity"],
	words: ["api", "quantity"],
	drawing: ["look", "quantity", "words"],
	ui: ["look", "api", "quantity", "drawing", "words"],
	features: ["look", "api", "quantity", "drawing", "ui", "words"],
	app: ["look", "api", "quantity", "drawing", "ui", "words", "features"],
};

const files = readdirSync(ROOT, { recursive: true, encoding: "utf8" }).filter(
	(f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|schema\.d\.ts$|^testdata|^test-setup/.test(f),
);

const parsed = (file: string) =>
	ts.createSourceFile(file, readFileSync(join(ROOT, file), "utf8"), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);

/** The files that one imports, at once or later. */
function imports(file: string): string[] {
	const found: string[] = [];
	const visit = (node: ts.Node) => {
		const from =
			ts.isImportDeclaration(node) || ts.isExportDeclaration(node)
				? node.moduleSpecifier
				: ts.isCallExpression(node) && node.expression.kind === ts.SyntaxKind.ImportKeyword
					? node.arguments[0]
					: undefined;
		if (from && ts.isStringLiteral(from) && from.text.startsWith(".")) found.push(normalize(join(dirname(file), from.text)));
		ts.forEachChild(node, visit);
	};
	visit(parsed(file));
	return found;
}

/** The folder that a file counts to; of features, each its own. */
const place = (file: string) => file.split("/").slice(0, file.startsWith("features/") ? 2 : 1);

describe("the house", () => {
	it("is built upwards: no folder imports what stands above it", () => {
		const wrong = files.flatMap((file) => {
			const [folder = "", feature] = place(file);
			if (folder === "main.tsx") return [];
			return imports(file)
				.filter((to) => {
					const [other = "", its] = place(to);
					if (other === folder) return its !== feature;
					return !MAY[folder]?.includes(other);
				})
				.map((to) => `${file} imports ${to}`);
		});
		expect(files.length).toBeGreaterThan(100);
		expect(wrong).toEqual([]);
	});

	it("has no function of more than 150 lines", () => {
		const long = files.flatMap((file) => {
			const source = parsed(file);
			const line = (at: number) => source.getLineAndCharacterOfPosition(at).line;
			const found: string[] = [];
			const visit = (node: ts.Node) => {
				if (ts.isFunctionLike(node) && line(node.end) - line(node.getStart()) >= 150)
					found.push(`${relative(".", file)}:${line(node.getStart()) + 1}`);
				ts.forEachChild(node, visit);
			};
			visit(source);
			return found;
		});
		expect(long).toEqual([]);
	});

	it("has one way to the browser's storage, and one to the keys of the window", () => {
		const code = (file: string) => readFileSync(join(ROOT, file), "utf8").replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, "");
		const naming = (what: RegExp) => files.filter((file) => what.test(code(file)));
		expect(naming(/localStorage|sessionStorage|useLocalStorage|useSessionStorage/)).toEqual(["api/storage.ts"]);
		expect(naming(/useHotkeys|useWindowEvent\("key|addEventListener\("key/)).toEqual(["ui/keys.ts"]);
	});

	it("has no look written beside what it shows: styles stand in modules, but for those that are computed", () => {
		const still = files.flatMap((file) => {
			const found: string[] = [];
			const visit = (node: ts.Node) => {
				if (
					ts.isJsxAttribute(node) &&
					node.name.getText() === "style" &&
					node.initializer &&
					ts.isJsxExpression(node.initializer)
				) {
					const style = node.initializer.expression;
					const constant = (p: ts.ObjectLiteralElementLike) =>
						ts.isPropertyAssignment(p) && ts.isLiteralExpression(p.initializer);
					if (style && ts.isObjectLiteralExpression(style) && style.properties.every(constant))
						found.push(`${file}: ${style.getText()}`);
				}
				if (
					ts.isJsxAttribute(node) &&
					node.name.getText() === "className" &&
					node.initializer &&
					ts.isStringLiteral(node.initializer)
				)
					found.push(`${file}: ${node.getText()}`);
				ts.forEachChild(node, visit);
			};
			visit(parsed(file));
			return found;
		});
		expect(still).toEqual([]);
	});

	it("names no class that its modules lack, and keeps none that nobody names", () => {
		const sheets = readdirSync(ROOT, { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".css"));
		const named = new Map(sheets.map((f) => [f, new Set<string>()]));
		for (const file of files) {
			const text = readFileSync(join(ROOT, file), "utf8");
			for (const [, name, from] of text.matchAll(/import (\w+) from "(\.[^"]*\.module\.css)"/g)) {
				const used = named.get(normalize(join(dirname(file), from ?? "")));
				const body = text.replace(/^import .*$/gm, "");
				for (const [, c] of body.matchAll(new RegExp(`\\b${name}\\.(\\w+)`, "g"))) used?.add(c ?? "");
			}
		}
		expect(sheets.length).toBeGreaterThan(10);
		for (const [sheet, used] of named) {
			const text = readFileSync(join(ROOT, sheet), "utf8").replace(/:global\([^)]*\)/g, "");
			const there = new Set([...text.matchAll(/\.([a-z]\w*)(?=[^{}]*\{)/gi)].map((m) => m[1] ?? ""));
			expect([...there].sort(), sheet).toEqual([...used].sort());
		}
	});
});
