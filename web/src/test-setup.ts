import { cleanup, configure } from "@testing-library/react";
import { afterAll } from "vitest";
import { type Table, takeTable } from "./api/table";
import table from "./testdata/table.json";
import { keys } from "./ui/keys";

takeTable(table as Table);

// A busy machine is no fault of the page.
configure({ asyncUtilTimeout: 8000 });

// What jsdom lacks and Mantine asks for.
window.matchMedia ??= (query: string) =>
	({
		matches: false,
		media: query,
		onchange: null,
		addListener() {},
		removeListener() {},
		addEventListener() {},
		removeEventListener() {},
		dispatchEvent: () => false,
	}) as MediaQueryList;
window.ResizeObserver ??= class {
	observe() {}
	unobserve() {}
	disconnect() {}
};
window.HTMLElement.prototype.scrollIntoView = () => {};
Object.defineProperty(document, "fonts", { value: new EventTarget(), configurable: true });

// What React still has to do after a file's last test is done before its window goes.
afterAll(async () => {
	cleanup();
	await new Promise((done) => setTimeout(done, 50));
});

keys.listen();
keys.follow(() => "here");
keys.arrived("here");
