import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { expect, it } from "vitest";
import { count, date, day, list, money, plural } from "./intl";

const src = join(import.meta.dirname, "..");

function sources(folder: string): string[] {
	return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
		const path = join(folder, entry.name);
		if (entry.isDirectory()) return ["words", "testdata", "api"].includes(entry.name) ? [] : sources(path);
		return /\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name) ? [path] : [];
	});
}

/** Three words in a row, as a sentence or a label has them. */
const wordy = /[A-Za-z’']{2,} [A-Za-z’']+ [A-Za-z’']{2,}/;
const shown = new Set(["label", "aria-label", "placeholder", "title", "description", "alt"]);

/** Every text in a component's source that people would read. */
function textsIn(path: string): string[] {
	const file = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
	const found: string[] = [];
	const visit = (node: ts.Node, quiet: boolean) => {
		if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
		const attribute = ts.isJsxAttribute(node) ? node.name.getText() : "";
		const hush = quiet || /^(class|style|d$|transform|points|data-|grid)/i.test(attribute);
		if (ts.isJsxText(node) && /[A-Za-z]{3,}/.test(node.text)) found.push(node.text.trim());
		if (attribute && shown.has(attribute) && node.getText().includes('="')) found.push(node.getText());
		if (!hush && ts.isStringLiteralLike(node) && wordy.test(node.text) && !/var\(|^[a-z-]+( [a-z-]+)+$/.test(node.text))
			found.push(node.text);
		if (!hush && ts.isTemplateExpression(node) && wordy.test(node.getText().replace(/\$\{[^}]*\}/g, "x")))
			found.push(node.getText());
		ts.forEachChild(node, (child) => visit(child, hush));
	};
	visit(file, false);
	return found;
}

/** Texts that are no words: the names of fonts, a figure. */
const own = [/sans-serif"*$/, /monospace"*$/, /placeholder="0"$/];

it("keeps every word that people read in the words modules, where one read finds what is stiff", () => {
	const files = sources(src);
	expect(files.length).toBeGreaterThan(80);
	const found = files.flatMap((path) => textsIn(path).map((text) => `${path.slice(src.length + 1)}: ${text}`));
	expect(found.filter((text) => !own.some((one) => one.test(text)))).toEqual([]);
});

it("says counts, lists, days and money by one helper", () => {
	expect([count(1, "part"), count(2, "part"), count(0, "box", "boxes")]).toEqual(["1 part", "2 parts", "0 boxes"]);
	expect(plural(1, "is", "are")).toBe("is");
	expect(list(["a", "b", "c"])).toMatch(/^a, b,? and c$/);
	expect(money(123_450, "crowns")).toMatch(/^1.234[.,]50 crowns$/);
	expect(money(124_000, "GBP")).toContain("£");
	expect(day("2026-11-26")).toContain("26");
	expect(date("2026-11-26T12:00:00Z")).toContain("2026");
});
