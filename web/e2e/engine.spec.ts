import type { Page } from "@playwright/test";
import { wholeEngine } from "./whole";

// The way from the door to a proved order goes by keyboard, too (door.spec): this one is for make soak.
if (process.env.LEDGE_SOAK !== undefined)
	wholeEngine({
		name: "keyboard",
		hand: (page: Page) => ({
			text: (text) => page.keyboard.type(text),
			enter: () => page.keyboard.press("Enter"),
			next: () => page.keyboard.press("n"),
		}),
	});
