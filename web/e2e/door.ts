import { type APIRequestContext, expect, type Page } from "@playwright/test";
import type { FeatureView } from "../src/api/client";
import { meaning } from "../src/quantity/digits";
import { type Length, show } from "../src/quantity/length";
import { smallMeaning } from "../src/quantity/readouts";
import { job } from "./job";

/** What a part reads at a place. */
export type Truth = (part: FeatureView, station: number, direction: number) => Length;

/** The fewest digits for a value, given what the part is expected to read; of a dial that is read in divisions, those. */
function fewest(f: FeatureView, value: Length, expected: FeatureView["expected"], division: Length | undefined): string {
	if (division) return String(value / division);
	const text = show(value, "in");
	if (f.quantity === "size") {
		const digits = text.replace(".", "");
		for (let n = expected?.own ? 2 : 3; n < digits.length; n++) {
			const m = meaning(digits.slice(-n), expected, "in");
			if (m.kind === "size" && m.length === value) return digits.slice(-n);
		}
		return text;
	}
	const tries = [String(value / 254_000), text.replace(/^(-?)0\./, "$1."), text];
	return tries.find((t) => {
		const m = smallMeaning(t, "in");
		return m.kind === "size" && m.length === value;
	}) as string;
}

/** Somebody at the keyboard, each key and click counted. */
export class Hands {
	keys = 0;
	readings = 0;
	/** Kinds whose dial is read in divisions. */
	readonly division = new Map<string, Length>();
	constructor(
		public page: Page,
		readonly base: string,
		public request: APIRequestContext,
	) {}

	/** Goes on in another sitting where the last one stopped. */
	async sitDown(page: Page, at: string) {
		this.page = page;
		this.request = page.request;
		await page.addInitScript(() => {
			localStorage.setItem("ledge.person", JSON.stringify("Wanda Pell"));
			localStorage.setItem("ledge.bench.known", "true");
			localStorage.setItem("ledge.path", JSON.stringify("setup"));
		});
		await page.goto(at);
	}

	async type(text: string) {
		await this.page.keyboard.type(text);
		this.keys += text.length;
	}

	async press(...keys: string[]) {
		for (const key of keys) {
			await this.page.keyboard.press(key);
			this.keys += key.split("+").length;
		}
	}

	async click(role: "link" | "button" | "switch" | "radio", name: string | RegExp) {
		await this.page.getByRole(role, { name }).first().click();
		this.keys++;
	}

	/** Goes over parts by set-up, so that the bench goes on by itself. */
	async bySetup() {
		await expect(this.page.getByRole("textbox", { name: /Reading at/ })).toBeFocused();
		const way = () => this.page.evaluate(() => localStorage.getItem("ledge.path") ?? "");
		for (let before = await way(); !before.includes("setup"); before = await way()) {
			await this.press("p");
			await expect.poll(way).not.toBe(before);
		}
	}

	/** Pastes what a spreadsheet put on the clipboard. */
	async paste(text: string) {
		await this.page.context().grantPermissions(["clipboard-read", "clipboard-write"], { origin: this.base });
		await this.page.evaluate((t) => navigator.clipboard.writeText(t), text);
		await this.press("Control+v");
	}

	/** Whose job it is, by the address. */
	id = () => Number(/\/jobs\/(\d+)/.exec(this.page.url())?.[1]);
	view = () => job(this.request, this.id(), this.base);

	/**
	 * Takes everything that the bench asks for, part by part, and what follows of it, until another page than the bench is reached, or a
	 * part of another kind than those of this sitting.
	 */
	async measure(truth: Truth, sitting = /./, arrive: (part: FeatureView) => Promise<void> = async () => {}) {
		const { page } = this;
		const field = page.getByRole("textbox", { name: /Reading at/ });
		const saved = page.getByText("saved", { exact: true });
		let part = "";
		let now: FeatureView | undefined;
		let own: Length[] = [];
		for (let n = 0; n < 400; n++) {
			await expect(field.or(page.locator("main h1")).first()).toBeVisible();
			if (!page.url().includes("/bench/")) return;
			const { pathname, search } = new URL(page.url());
			const [kind = "", number] = pathname.split("/").slice(-2);
			if (!sitting.test(kind)) return;
			await expect(field).toBeFocused();
			await expect(saved).toBeVisible();
			const state = new URLSearchParams(search).get("state");
			if (pathname + search !== part || !now) {
				const { features } = await this.view();
				now = features.filter((f) => f.kind === kind && f.number === Number(number) && (!state || f.state === state)).at(-1);
				if (!now) throw new Error(`no part at ${pathname}`);
				part = pathname + search;
				own = [];
				await arrive(now);
			}
			if (
				(await page.getByText("every place read").count()) > 0 &&
				(await page.getByText(/ more here|anew here/).count()) === 0
			) {
				await this.press("n");
				await expect(page).not.toHaveURL(new RegExp(`${pathname}(\\?|$)`));
				continue;
			}
			const [station = 0, direction = 0] = ((await field.getAttribute("data-entry")) ?? "").split(",").map(Number);
			const value = truth(now, station, direction);
			const mean = own.length > 0 ? Math.round(own.reduce((a, b) => a + b, 0) / own.length) : undefined;
			const expected = mean === undefined ? now.expected : { size: mean, own: true };
			await this.type(fewest(now, value, expected, this.division.get(now.kind)));
			await this.press("Enter");
			this.readings++;
			if (now.quantity === "size") own.push(value);
			await expect(page.locator("[data-waiting]")).toHaveCount(0);
			await expect(saved).toBeVisible();
		}
		throw new Error("the bench never ends");
	}
}
