import type { Locator, Page } from "@playwright/test";
import { wholeEngine } from "./whole";

/** A tablet on the shop's network; the server of the group "places". */
wholeEngine({
	name: "touch",
	base: `http://bench.lan:${Number(process.env.LEDGE_PORT ?? 8271) + 2}`,
	options: { hasTouch: true, isMobile: true, viewport: { width: 820, height: 1180 } },
	hand: (page: Page) => {
		const pad = page.getByRole("region", { name: "Number pad" });
		/** A finger where the key is now, without the driver's own looks at it. */
		const tap = async (key: Locator) => {
			const box = await key.boundingBox();
			if (!box) throw new Error("the key is not to be seen");
			await page.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2);
		};
		return {
			text: async (text) => {
				for (const key of text) await tap(pad.getByRole("button", { name: key === "-" ? "−" : key, exact: true }));
			},
			enter: () => tap(pad.getByRole("button", { name: /^(Take|Repeat) \(Enter\)$/ })),
			next: async () => {
				const tool = page.getByRole("button", { name: "Next part" });
				// It opens the state where nothing is read in it yet, and leads to it where there is.
				const prove = page.getByRole("button", { name: /^Prove / }).or(page.getByRole("link", { name: /^Prove / }));
				await ((await tool.count()) > 0 ? tool : prove).tap();
			},
		};
	},
});
