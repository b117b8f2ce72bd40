import { expect, type Page, test } from "@playwright/test";
import { partByPart, ready, rest, as as someone, take } from "./hands";
import { lineOf } from "./line";

/** Somebody who goes part by part, and says when to go on. */
async function as(page: Page, name?: string) {
	await someone(page, name);
	await partByPart(page);
}

/** Grades the look by its number key, once the bench is there. */
async function look(page: Page, key: string) {
	await ready(page);
	await page.keyboard.press("l");
	await page.keyboard.press(key);
}

test("a newcomer is asked for a name, starts a job, enters limits and is told what is wrong with one", async ({ page }) => {
	await page.goto("/");
	await page.getByLabel("Your name").fill("Otto Brand");
	await page.keyboard.press("Enter");
	await page.getByRole("link", { name: "New job" }).click();
	await page.getByRole("button", { name: "Start the job" }).click();
	await expect(page.getByText("Which engine is it?")).toBeVisible();
	await page.getByRole("textbox", { name: "Engine" }).fill("Mill saw twin");
	await page.getByLabel("Cylinders", { exact: true }).fill("2");
	await page.getByLabel("Main bearings").fill("9");
	await page.getByRole("button", { name: "Start the job" }).click();
	await expect(page.getByText("Mains must be between 1 and 3")).toBeVisible();
	await expect(page.getByRole("textbox", { name: "Engine" })).toHaveValue("Mill saw twin");
	await page.getByLabel("Main bearings").fill("3");
	await page.getByRole("button", { name: "Start the job" }).click();
	await expect(page.getByRole("heading", { name: "Limits of this job" })).toBeVisible();
	await expect(page).toHaveTitle("Limits · Mill saw twin · Ledge");

	const size = page.getByRole("textbox", { name: "Main journals: new" });
	const steps = page.getByRole("textbox", { name: "Main journals: available undersizes" });
	await size.fill("1.8122-1.8110");
	await steps.fill("0.020 0.010");
	await page.getByRole("button", { name: "Save the limits" }).click();
	await size.focus();
	await expect(page.getByText(/is above the largest/)).toBeVisible();
	await size.fill("1.811O-1.8122");
	await expect(page.getByText("A range needs both its ends")).toBeVisible();
	await page.getByRole("button", { name: "Save the limits" }).click();
	await expect(size).toHaveValue("1.811O-1.8122");
	await size.fill("1.8110-22");
	await page.getByRole("button", { name: "Save the limits" }).click();
	await steps.focus();
	await expect(page.getByText(/must rise one by one/)).toBeVisible();
	await steps.fill("0.010 0.020");
	await page.getByRole("textbox", { name: "Main journals: max. taper" }).fill("0.0010");
	await page.getByRole("textbox", { name: "Main journals: max. wear" }).fill("0.0020");
	await page.getByRole("button", { name: "Save the limits" }).click();
	await expect(page.getByText("The limits are saved.")).toBeVisible();
	await page.reload();
	await expect(size).toHaveValue("1.8110–1.8122");
	await expect(steps).toHaveValue("0.01, 0.02");
});

test("a job without limits can be measured: the first size in full, then last digits", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/new");
	await page.getByRole("textbox", { name: "Engine" }).fill("Bare single");
	// What came in is the whole engine until it is said otherwise.
	for (const name of ["Block", "Rods", "Pistons"]) await page.getByText(name, { exact: true }).click();
	await page.getByLabel("Cylinders", { exact: true }).fill("1");
	await page.getByRole("button", { name: "Start the job" }).click();
	await page.getByRole("link", { name: "Bare single" }).click();
	await expect(page.getByText("No limits yet")).toBeVisible();
	await page.getByRole("link", { name: "Measure Main 1" }).first().click();
	await ready(page);
	await page.keyboard.type("583");
	await page.keyboard.press("Enter");
	await expect(page.getByText("type it in full")).toBeVisible();
	await page.keyboard.press("Escape");
	await take(page, "1.4583", 1);
	await take(page, "82", 2);
	await expect(page.getByRole("cell", { name: "1.4582" })).toBeVisible();
});

test("a whole journal by keyboard: correct one, skip one with a reason, repeat one", async ({ page }) => {
	await as(page);
	await page.goto("/");
	await page.getByRole("link", { name: /Lamp generator/ }).click();
	await page.getByRole("link", { name: "Measure Rod journal 2" }).first().click();
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	const entry = page.getByRole("textbox", { name: /Reading at/ });
	await expect(entry).toBeFocused();

	// Two digits span one undersize: the first reading wants three.
	await page.keyboard.type("92");
	await page.keyboard.press("Enter");
	await expect(page.getByText("last three digits at least")).toBeVisible();
	await expect(entry).toHaveValue("92");
	await rest(page);
	const asked: string[] = [];
	page.on("request", (r) => void (r.method() === "GET" && r.url().includes("/api/") && asked.push(r.url())));
	await page.keyboard.press("Escape");
	await take(page, "992", 1);
	await take(page, "91", 2);
	await take(page, "89", 3);
	await take(page, "98", 4);

	// The last one was misread: step back, type over it. The old one stays, struck through.
	await page.keyboard.press("Backspace");
	await expect(entry).toHaveAccessibleName(/End A, 135°/);
	await take(page, "90", 5);
	await expect(tape.nth(1)).toHaveCSS("text-decoration-line", "line-through");

	// A counterweight is in the way at the next place.
	await page.keyboard.press("s");
	await expect(page.getByText(/No reading at End B, 135°/)).toBeVisible();
	await page.keyboard.press("1");
	await expect(page.getByRole("cell", { name: "counterweight" })).toBeVisible();
	await expect(entry).toBeFocused();
	await take(page, "89", 7);
	await take(page, "90", 8);
	await take(page, "91", 9);
	await expect(page.getByText("every place read")).toBeVisible();

	// Enter on nothing repeats; the mean of both counts.
	await page.keyboard.press("Enter");
	await expect(page.getByRole("heading", { name: /repeat of End B, 0°/ })).toBeVisible();
	await take(page, "93", 10);
	await expect(page.getByRole("cell", { name: "47.992 (2)" })).toBeVisible();

	// The page has heard of all that it did, and asked for nothing that it was told already.
	await expect(page.locator("html")).toHaveAttribute("data-heard", /[1-9]/);
	await rest(page);
	expect(asked).toEqual([]);
});

test("the next part is there before another key can be typed for the one before", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/4/bench/main_journal/1");
	await ready(page);
	const heading = await page.evaluate(() => {
		document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key: "n", bubbles: true, cancelable: true }));
		return document.querySelector("h1")?.textContent ?? "";
	});
	expect(heading).not.toMatch(/^Main 1:/);
});

test("a slip of the finger, a look, the other unit; all is there after a reload", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/4/bench/rod_journal/2");
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	const entry = page.getByRole("textbox", { name: /Reading at/ });
	await expect(tape).toHaveCount(10);
	await expect(entry).toBeFocused();

	// A slip of the finger is asked about, kept, and taken only on a second Enter.
	await page.keyboard.press("ArrowLeft");
	await page.keyboard.type("47.1");
	await page.keyboard.press("Enter");
	await expect(page.getByText(/lies more than 0.125 mm outside the other readings here/)).toBeVisible();
	await expect(entry).toHaveValue("47.1");
	await expect(tape).toHaveCount(10);
	await page.keyboard.press("Escape");
	await page.keyboard.type("1.889");
	await page.keyboard.press("Enter");
	await expect(page.getByText(/looks like the other unit/)).toBeVisible();
	await page.keyboard.press("Escape");

	await look(page, "2");
	await expect(page.getByRole("button", { name: "Visual: light marks" })).toBeVisible();
	await expect(entry).toBeFocused();
	await page.keyboard.press("u");
	await expect(page.getByRole("cell", { name: "1.8894" }).first()).toBeVisible();
	await page.keyboard.press("u");
	await page.reload();
	await expect(tape).toHaveCount(10);
	await expect(page.getByRole("cell", { name: "47.992 (2)" })).toBeVisible();
	await expect(page.getByRole("button", { name: "Visual: light marks" })).toBeVisible();
});

test("with the last two journals the set is decided, and a look changes the decision", async ({ page }) => {
	await as(page);
	for (const next of ["Rod journal 3", "Rod journal 4"]) {
		await page.goto(`/jobs/4/bench/rod_journal/${next.slice(-1)}`);
		await expect(page.getByRole("heading", { name: new RegExp(next) })).toBeVisible();
		await take(page, "995", 1);
		for (let i = 2; i <= 8; i++) await take(page, i % 2 ? "94" : "95", i);
	}
	await page.goto(page.url().replace(/bench.*/, "decide/rod_journals"));
	await expect(page.getByRole("heading", { name: "Rod journals: polish" })).toBeVisible();
	await page.goto(page.url().replace(/decide.*/, "bench/rod_journal/4"));
	await look(page, "3");
	await expect(page.getByRole("button", { name: "Visual: scored" })).toBeVisible();
	await page.goto(page.url().replace(/bench.*/, "decide/rod_journals"));
	await expect(page.getByRole("heading", { name: "Rod journals: grind 0.25 mm under" })).toBeVisible();
});

test("while the server is away the bench keeps taking readings and sends each once", async ({ page }) => {
	await as(page);
	const line = await lineOf(page, "**/readings");
	await page.goto("/jobs/4/bench/main_journal/3");
	await ready(page);
	line.away = true;
	for (const digits of ["984", "984", "985"]) {
		await page.keyboard.type(digits);
		await page.keyboard.press("Enter");
	}
	await expect(page.getByText("not connected: 3 readings wait here")).toBeVisible();
	line.away = false;
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(3);
	await expect(page.getByText("saved", { exact: true })).toBeVisible();
});

test("a decision is signed, overruled with a reason, and told when it goes stale", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/1/decide/main_journals");
	await expect(page.getByRole("heading", { name: "Mains: grind 0.020 in under" })).toBeVisible();
	await page.getByRole("button", { name: "Sign: grind 0.020 in under" }).click();
	await expect(page.getByText(/^Signed by Wanda Pell/)).toBeVisible();
	await page.getByRole("button", { name: "Overrule: Grind 0.030 in under" }).click();
	await page.getByRole("button", { name: "Overrule and sign" }).click();
	await expect(page.getByText("Say why you decide otherwise")).toBeVisible();
	await page.getByLabel("Why").fill("Only 0.030 shells are on the shelf.");
	await page.getByRole("button", { name: "Overrule and sign" }).click();
	await expect(page.getByText(/^Overruled by Wanda Pell/)).toBeVisible();
	await expect(page.getByRole("heading", { name: "Mains: grind 0.030 in under" })).toBeVisible();
	await page.reload();
	await expect(page.getByText("Only 0.030 shells are on the shelf.")).toBeVisible();
	await page.getByRole("link", { name: /Main 3: graded/ }).click();
	await expect(page.getByRole("heading", { name: "Main 3" })).toBeVisible();
});

test("a crack is not overruled; a recorded crack test clears it", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/2/bench/main_journal/4");
	await look(page, "5");
	await expect(page.getByRole("button", { name: "Visual: cracked" })).toBeVisible();
	await page.goto("/jobs/2/decide/main_journals");
	await expect(page.getByRole("heading", { name: "Mains: replace by another crankshaft" })).toBeVisible();
	await expect(page.getByRole("button", { name: /Overrule/ })).toHaveCount(0);
	await page.goto("/jobs/2/bench/main_journal/4");
	await look(page, "1");
	await expect(page.getByText(/Only a recorded crack test/)).toBeVisible();
	await page.getByRole("button", { name: "Look again" }).click();
	await page.getByLabel("Method, result and who made it").fill("Wet magnetic, no indication, H. Lorn");
	await page.getByRole("button", { name: "No crack found" }).click();
	await expect(page.getByRole("button", { name: "Visual: light marks" })).toBeVisible();
});

test("one stretched rod of four: it alone is resized, and read again it stays; what to do with the tunnel and the cylinders", async ({
	page,
}) => {
	await as(page);
	await page.goto("/jobs/5/decide/rod_housings");
	await expect(page.getByRole("heading", { name: "Big-end bores: resize" })).toBeVisible();
	await expect(page.getByText("Big-end bore 2: resized, 2.2830 – 2.2835")).toBeVisible();
	await expect(page.getByText("Big-end bore 4: stays")).toBeVisible();
	await page.goto("/jobs/5/bench/rod_housing/2");
	await ready(page);
	await page.keyboard.press("e");
	await page.getByRole("button", { name: "After resizing" }).click();
	await expect(page.getByRole("textbox", { name: "Reading at Front, 0°, vertical" })).toBeFocused();
	await take(page, "832", 1);
	for (const [i, digits] of ["33", "32", "33", "32", "33"].entries()) await take(page, digits, i + 2);
	await expect(page.getByText("every place read")).toBeVisible();
	await page.goto("/jobs/5/decide/rod_housings");
	await expect(page.getByRole("heading", { name: "Big-end bores: keep as they are" })).toBeVisible();
	await page.getByRole("link", { name: /Main tunnel/ }).click();
	await expect(page.getByRole("heading", { name: "Main tunnel: line-hone" })).toBeVisible();
	await expect(page.getByText(/raises the shaft by about/)).toBeVisible();
	await page.getByRole("link", { name: /Cylinders/ }).click();
	await expect(page.getByRole("heading", { name: "Cylinders: bore 0.030 in over" })).toBeVisible();
	await expect(page.getByText("Sleeve one cylinder")).toBeVisible();
});

test("a value near its limit is read again before anything is cut: the cells are lit, and it ends by itself", async ({
	page,
}) => {
	await as(page);
	await page.goto("/jobs/10/decide/rod_journals");
	await expect(page.getByRole("heading", { name: "Rod journals: to be measured again" })).toBeVisible();
	await page.getByRole("link", { name: "Rod journal 2: read 2 places again, to 2 readings each" }).click();
	await ready(page);
	await expect(page.getByText("Again: 1 reading more here")).toBeVisible();
	await expect(page.getByRole("heading", { name: "Rod journal 2: repeat of Middle, 0°" })).toBeVisible();
	for (const [i, digits] of ["92", "90"].entries()) await take(page, digits, i + 10);
	await expect(page.getByText(/more here/)).toHaveCount(0);
	await page.goto("/jobs/10/decide/rod_journals");
	await expect(page.getByRole("heading", { name: "Rod journals: keep as they are" })).toBeVisible();
	await expect(page.getByText(/its first readings said out-of-round 0.0006 in, above 0.0005 in/)).toBeVisible();
});

test("a bore gauge zeroed on a setting: divisions become sizes with the gauge's own sign", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/5/bench/cylinder/4");
	await ready(page);
	await page.keyboard.press("g");
	const dialog = page.getByRole("dialog");
	await dialog.getByText("Divisions from zero").click();
	await dialog.getByLabel("One division, in").fill("0.0005");
	await dialog.getByRole("button", { name: "Use this gauge" }).click();
	await expect(dialog.getByText("Say what the gauge was zeroed on.")).toBeVisible();
	await dialog.getByLabel("Zeroed on, in").fill("3.5000");
	await dialog.getByRole("button", { name: "Use this gauge" }).click();
	await expect(page.getByRole("button", { name: "Bore gauge 0.0005 in, set at 3.5000" })).toBeVisible();
	await ready(page);
	await page.keyboard.type("+8");
	await expect(page.getByText("3.5040 in, 0.0040 over the new min.")).toBeVisible();
	await page.keyboard.press("Enter");
	// Every place is read, and nobody went to this one: it asks before it replaces.
	await expect(page.getByText(/Replace the reading of Cylinder 4/)).toBeVisible();
	await page.keyboard.press("Enter");
	await expect(page.getByRole("cell", { name: "3.5040" })).toBeVisible();
	await page.reload();
	await expect(page.getByRole("cell", { name: "3.5040" })).toBeVisible();
	await expect(page.getByRole("button", { name: "Bore gauge 0.0005 in, set at 3.5000" })).toBeVisible();
});

test("a job leaves as a file and comes back as another job; a broken file is refused place by place", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/3");
	const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Save as file" }).click()]);
	expect(download.suggestedFilename()).toBe("L-0003.ledge.json");
	const path = await download.path();
	await page.goto("/");
	await page.getByRole("button", { name: "Import" }).click();
	const chooser = page.locator('input[type="file"]');
	await chooser.setInputFiles({
		name: "broken.json",
		mimeType: "application/json",
		buffer: Buffer.from('{"format": "ledge.inspection/1", "unit": "in", "features": [{}]}'),
	});
	await expect(page.getByText("/features/0/kind: is required")).toBeVisible();
	await expect(page.getByRole("button", { name: "Take it as a new job" })).toBeDisabled();
	await chooser.setInputFiles(path);
	await expect(page.getByText(/Skerry Point Lifeboat Trust: \d+ features, \d+ readings/)).toBeVisible();
	await page.getByRole("button", { name: "Take it as a new job" }).click();
	await expect(page.getByRole("heading", { name: "Winch V-twin" })).toBeVisible();
	await page.goto(`${page.url()}/decide/rod_journals`);
	await expect(
		page.getByRole("heading", { name: "Rod journals: keep the size, fit −0.0020 in select shells (less clearance)" }),
	).toBeVisible();
});

test("runout of a main: a turn by the indicator gives the throw and its direction", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/5/bench/runout/3");
	const turn = ["0", "0.0003", "0.0005", "0.0003", "0", "-0.0003", "-0.0005", "-0.0003"];
	for (const [i, shown] of turn.entries()) await take(page, shown, i + 1);
	await expect(page.getByText(/centre is thrown 0\.0005 towards 90°/)).toBeVisible();
	await expect(page.getByText("limit 0.0020")).toBeVisible();
	await page.goto("/jobs/5/bench/main_journal/3");
	await expect(page.getByText("Runout", { exact: true })).toBeVisible();
});

test("nothing is fetched from elsewhere and the page keeps its own policy", async ({ page, baseURL }) => {
	await as(page);
	const strangers: string[] = [];
	const complaints: string[] = [];
	page.on("request", (r) => {
		if (!r.url().startsWith(baseURL ?? "") && !r.url().startsWith("data:")) strangers.push(r.url());
	});
	page.on("console", (m) => {
		if (m.type() === "error") complaints.push(m.text());
	});
	for (const place of [
		"/",
		"/jobs/1",
		"/jobs/1/bench/main_journal/1",
		"/jobs/1/decide",
		"/jobs/9/orders",
		"/jobs/9/report",
		"/jobs/9/history",
		"/search",
	]) {
		await page.goto(place);
		await page.getByRole("main").waitFor();
		await rest(page);
	}
	await page.getByRole("button", { name: "Wanda Pell" }).click();
	await page.getByRole("dialog").waitFor();
	expect(strangers).toEqual([]);
	expect(complaints).toEqual([]);
});
