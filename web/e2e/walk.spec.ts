import { randomUUID } from "node:crypto";
import { expect, type Locator, type Page, test } from "@playwright/test";
import type { JobView } from "../src/api/client";
import { as, by, partByPart, ready, take } from "./hands";
import { lineOf } from "./line";

/** A whole engine of one's own to work on; limits are copied from the sawmill's. */
async function engine(page: Page, name: string, cylinders = 2): Promise<string> {
	const made = await page.request.post("/api/v1/jobs", {
		...by(),
		data: {
			id: randomUUID(),
			engine: name,
			customer: "",
			duty: "standard",
			came: ["block", "crankshaft", "rods", "pistons"],
			unit: "in",
			arrangement: "inline",
			cylinders,
			copy_from: 6,
		},
	});
	return `/jobs/${((await made.json()) as JobView).job.id}`;
}

/** A small picture that the browser itself draws. */
async function picture(page: Page): Promise<Buffer> {
	const url = await page.evaluate(() => {
		const canvas = document.createElement("canvas");
		canvas.width = 640;
		canvas.height = 400;
		const pen = canvas.getContext("2d");
		if (pen) {
			pen.fillStyle = "#bbb";
			pen.fillRect(0, 0, 640, 400);
			pen.fillStyle = "#333";
			for (let i = 0; i < 4; i++) pen.fillRect(40 + i * 150, 140, 110, 110);
		}
		return canvas.toDataURL("image/png");
	});
	return Buffer.from(url.split(",")[1] ?? "", "base64");
}

/** Clicks a radio and sees it chosen. */
async function choose(radio: Locator) {
	await radio.click();
	await expect(radio).toBeChecked();
}

test("intake: who and until when, what it went through, what is stamped, a photograph", async ({ page }) => {
	await as(page);
	const job = await engine(page, "Quarry pump twin");
	await page.goto(job);
	await page.getByRole("link", { name: "Intake" }).click();
	await page.getByLabel("Engine").fill("");
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByText("Which engine is it?")).toBeVisible();
	await page.getByLabel("Engine").fill("Quarry pump twin, the red one");
	await page.getByLabel("Customer").fill("Slate Valley Trust");
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByText("saved", { exact: true })).toBeVisible();
	await page.getByText("spun bearing").click();
	await expect(page.getByText(/crack test and hardness of the crankshaft/)).toBeVisible();
	const stamp = page.getByRole("textbox", { name: "Stamped for the mains" });
	await stamp.fill("ten");
	await expect(page.getByText("A size as a number, 0 for standard.")).toBeVisible();
	await stamp.fill(".010");
	await stamp.press("Enter");
	await page.getByLabel("What it shows").fill("the deck, as it came");
	const file = page.locator('input[type="file"]');
	await file.setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("no picture at all") });
	await expect(page.getByText(/notes.png: This is not a JPEG or PNG picture/)).toBeVisible();
	await page.getByLabel("What it shows").fill("the deck, as it came");
	await file.setInputFiles({ name: "deck.png", mimeType: "image/png", buffer: await picture(page) });
	await expect(page.getByRole("img", { name: "the deck, as it came" })).toBeVisible();
	await page.reload();
	await expect(page.getByLabel("Customer")).toHaveValue("Slate Valley Trust");
	await expect(stamp).toHaveValue(".010");
	await expect(page.getByRole("img", { name: "the deck, as it came" })).toHaveJSProperty("complete", true);
	// The stamp is not believed: the measured size says otherwise.
	await page.goto(`${job}/bench/main_journal/1`);
	for (const [i, digits] of ["2.2485", "85", "84", "84", "84", "85", "85", "85"].entries()) await take(page, digits, i + 1);
	await expect(page.getByText("Main 1 is stamped .010 and measures as standard size.")).toBeVisible();
});

test("strip, clean and look: caps and bolts in one go, the gate, grades by number keys, shells that tell a bend", async ({
	page,
}) => {
	await as(page);
	const job = await engine(page, "Creamery four", 4);
	await page.goto(`${job}/strip`);
	const caps = page.getByRole("region", { name: "Main caps" });
	await choose(caps.getByRole("radio", { name: "main 3: In another's place" }));
	await expect(page.getByText(/Main 3's cap stands in another's place/)).toBeVisible();
	await caps.getByRole("button", { name: "The others: marked and in its place" }).click();
	await expect(caps.getByRole("radio", { name: "main 5: Marked and in its place" })).toBeChecked();
	await expect(caps.getByRole("radio", { name: "main 3: In another's place" })).toBeChecked();
	await choose(page.getByRole("region", { name: "Rod bolts" }).getByRole("radio", { name: "rod 2: Longer than new" }));
	await page.getByLabel("Note on rod bolts rod 2").fill("0.008 over");
	await page.getByLabel("Note on rod bolts rod 2").blur();
	await expect(page.getByText(/Rod 2's bolts: one is longer than new.*0.008 over/)).toBeVisible();
	await page.getByRole("link", { name: "Next: Clean" }).click();
	await page.getByRole("button", { name: "All: clean" }).click();
	await expect(page.getByRole("radio", { name: "crankshaft: Clean" })).toBeChecked();

	await page.goto(`${job}/look`);
	await expect(page.getByRole("heading", { name: "Main bearing housing bore 1" })).toBeVisible();
	for (const [here, next] of [
		["Main bearing housing bore 1", "Main bearing housing bore 2"],
		["Main bearing housing bore 2", "Main bearing housing bore 3"],
	]) {
		await expect(page.getByRole("heading", { name: here })).toBeVisible();
		await page.keyboard.press("1");
		await expect(page.getByRole("heading", { name: next })).toBeVisible();
	}
	await page.getByRole("link", { name: "Rod journal 2: not graded" }).click();
	await expect(page.getByRole("heading", { name: "Rod journal 2" })).toBeVisible();
	await page.keyboard.press("5");
	await expect(page.getByRole("link", { name: "Rod journal 2: Cracked" })).toBeVisible();
	const shells = page.getByRole("region", { name: "Main shells laid out" });
	for (const [main, word] of [
		"Even light patch",
		"A little worn",
		"Worn through in places",
		"A little worn",
		"Even light patch",
	].entries()) {
		await choose(shells.getByRole("radio", { name: `main ${main + 1}: ${word}` }));
	}
	await expect(page.getByText(/grows towards main 3 and fades again. The crankshaft is probably bent/)).toBeVisible();
	// What is plain at sight is said before an hour of measuring.
	await page.goto(`${job}/bench/main_journal/1`);
	await expect(page.getByText(/Rod journal 2 is cracked/)).toBeVisible();
	await page.goto(job);
	await expect(page.getByText(/Rod journal 2 is cracked/)).toBeVisible();
});

test("entries wait through a reload while the server is away, and half-typed digits stay", async ({ page }) => {
	await as(page);
	const job = await engine(page, "Tannery twin");
	const line = await lineOf(page, "**/readings");
	line.away = true;
	await page.goto(`${job}/bench/main_journal/2`);
	await ready(page);
	for (const digits of ["2.2485", "84", "83"]) {
		await page.keyboard.type(digits);
		await page.keyboard.press("Enter");
	}
	await expect(page.getByText("not connected: 3 readings wait here")).toBeVisible();
	await page.keyboard.type("8");
	await page.reload();
	await expect(page.getByText("not connected: 3 readings wait here")).toBeVisible();
	await expect(page.getByRole("textbox", { name: "Reading at Middle, 120°" })).toHaveValue("8");
	await expect(page.getByRole("button", { name: "front, 120°: …83" })).toBeVisible();
	// Another page, another part: what waits is sent from anywhere, once each.
	await page.goto(job);
	line.away = false;
	await page.goto("/");
	await expect
		.poll(
			async () => ((await (await page.request.get(`/api/v1${job}`)).json()) as JobView).features.flatMap((f) => f.tape).length,
			{ timeout: 20_000 },
		)
		.toBe(3);
	await page.goto(`${job}/bench/main_journal/2`);
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(3);
	await expect(page.getByRole("textbox", { name: "Reading at Middle, 120°" })).toHaveValue("8");
	await page.keyboard.type("4");
	await page.keyboard.press("Enter");
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(4);
	// A refused value stays over a reload as well, and is mended in its place.
	await page.keyboard.type("2.3485");
	await page.keyboard.press("Enter");
	await expect(page.getByText("Enter takes it as it is.")).toBeVisible();
	await page.reload();
	await expect(page.getByText("Enter takes it as it is.")).toBeVisible();
	await expect(page.getByRole("textbox", { name: /Reading at Middle, 60°/ })).toHaveValue("2.3485");
	await page.getByRole("textbox", { name: /Reading at Middle, 60°/ }).fill("2.2485");
	await page.keyboard.press("Enter");
	await expect(page.getByRole("region", { name: "Tape" }).getByRole("listitem")).toHaveCount(5);
});

test("gauges: a vernier in parts, a strip's scale, feelers, and a bore gauge set on the journal that shows the clearance", async ({
	page,
}) => {
	await as(page);
	const job = await engine(page, "Foundry blower twin");
	await page.goto(`${job}/bench/main_journal/1`);
	await ready(page);
	await expect(page.getByRole("button", { name: /Zero not checked/ })).toBeVisible();
	await page.keyboard.press("g");
	await page.getByRole("radio", { name: "Vernier, in parts" }).press("Space");
	await page.getByLabel("Frame begins at, in").fill("2");
	await page.getByLabel(/Zero checked on its standard/).check();
	await page.getByRole("button", { name: "Use this gauge" }).click();
	await expect(page.getByRole("button", { name: /frame from 2.0000/ })).toBeVisible();
	await expect(page.getByRole("button", { name: /Zero not checked/ })).toBeHidden();
	// Common practice: a 2 in frame, 2 tenths showing, 1 quarter mark, thimble 23, vernier 5 are 2.2485.
	await take(page, "2 1 23", 0 + 1);
	await take(page, "2 1 23 5", 2);
	await expect(page.getByRole("cell", { name: "2.2485" })).toBeVisible();

	await page.goto(`${job}/bench/main_bearing/1`);
	await ready(page);
	await page.keyboard.press("g");
	await page.getByRole("radio", { name: "Divisions from zero" }).press("Space");
	await page.getByRole("radio", { name: "Zeroed on each journal" }).press("Space");
	await page.getByRole("radio", { name: "Clockwise is smaller" }).press("Space");
	await page.getByRole("button", { name: "Use this gauge" }).click();
	await expect(page.getByRole("button", { name: /set on main 1/ })).toBeVisible();
	await ready(page);
	await page.keyboard.type("+16"); // larger than the journal by sixteen divisions
	await expect(page.getByText(/clearance 0.0016 on main 1/)).toBeVisible();
	await page.keyboard.press("Enter");
	await expect(page.getByRole("region", { name: "Tape" }).getByText(/clear 0.0016/)).toBeVisible();

	await page.goto(job);
	await page.getByRole("button", { name: "Measure something else, too" }).click();
	// What opens on the page pushes the list out of sight while it grows: whoever sees none asks once more.
	await expect(async () => {
		await page.getByRole("combobox", { name: "What" }).click();
		await page.getByRole("option", { name: "Plastic strip at the mains" }).click({ timeout: 2000 });
	}).toPass();
	await page.getByRole("button", { name: "Add", exact: true }).click();
	await page.getByRole("link", { name: "Plastic strip at main 1" }).click();
	await ready(page);
	await page.keyboard.press("g");
	await page.getByRole("radio", { name: "Place on its scale" }).press("Space");
	await page.getByLabel("Clearances printed on it, in").fill("0.001 0.0015 0.002 0.003");
	await page.getByRole("button", { name: "Use this gauge" }).click();
	await expect(page.getByRole("button", { name: "Plastic strip, 4 steps" })).toBeVisible();
	await take(page, "2.5", 1); // half way between 0.0015 and 0.002
	await expect(page.getByRole("cell", { name: "0.00175" })).toBeVisible();
	await page.keyboard.type("5");
	await page.keyboard.press("Enter");
	await expect(page.getByText(/steps 1 to 4/)).toBeVisible();

	await page.goto(`${job}/bench/deck/1`);
	await ready(page);
	await page.keyboard.press("g");
	await page.getByRole("radio", { name: "Enters, does not" }).press("Space");
	await page.getByRole("button", { name: "Use this gauge" }).click();
	await ready(page);
	await take(page, "2 3", 1); // 0.002 enters, 0.003 does not
	await expect(page.getByRole("cell", { name: "0.0025" })).toBeVisible();
});

test("after grinding the journals are read again beside what was found; a place outside the plan; how they are held", async ({
	page,
}) => {
	await as(page);
	await partByPart(page);
	const job = await engine(page, "Brewery compressor twin");
	await page.goto(`${job}/bench/main_journal/1`);
	for (const [i, digits] of ["2.2485", "84", "84", "85", "79", "79", "78", "79", "79"].entries()) await take(page, digits, i + 1);
	await page.keyboard.press("a");
	await page.getByLabel("Where along it").fill("by the oil hole");
	await page.getByLabel("Direction, degrees").fill("400");
	await expect(page.getByText("From 0 to below 360.")).toBeVisible();
	await page.getByLabel("Direction, degrees").fill("20");
	await page.getByRole("button", { name: "Add it" }).click();
	await page.getByRole("button", { name: "by the oil hole, 20°: ·" }).click();
	await take(page, "72", 10);
	await expect(page.getByText("every place read")).toBeVisible();
	await page.keyboard.press("c");
	await page.getByLabel("Part, °C").fill("30");
	await page.getByLabel("Gauge, °C").fill("20");
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByText(/both the gauge's temperature and the part's material/)).toBeVisible();
	await page.getByRole("combobox", { name: "Part is of" }).click();
	await page.getByRole("option", { name: "steel" }).click();
	await page.getByRole("button", { name: "Save" }).click();
	await expect(page.getByText(/sizes corrected to 20 °C/)).toBeVisible();
	await page.keyboard.press("e");
	await page.getByRole("button", { name: "After grinding" }).click();
	await expect(page.getByRole("button", { name: "After grinding" })).toBeVisible();
	await expect(page.getByRole("heading", { name: "Main 1: Front, 0°" })).toBeVisible();
	await take(page, "2.2385", 1);
	await page.goto(`${job}/features/main_journal/1`);
	await expect(page.getByRole("link", { name: "As found" })).toBeVisible();
	await expect(page.getByRole("row", { name: /After grinding 2\.238/ })).toBeVisible(); // read at 30 °C: 0.0003 smaller at 20
	await page.getByRole("link", { name: "As found" }).click();
	await expect(page.getByText("Thin and grey")).toBeVisible();
});

test("readings leave as CSV and come back: a broken file changes nothing, a good one is looked into first", async ({ page }) => {
	await as(page);
	await page.goto("/jobs/6");
	await page.getByRole("button", { name: "Readings as CSV" }).click();
	const [download] = await Promise.all([
		page.waitForEvent("download"),
		page.getByRole("link", { name: "Save the readings of L-0006" }).click(),
	]);
	const path = await download.path();
	const chooser = page.locator('input[type="file"]');
	await chooser.setInputFiles(path);
	await expect(page.getByText(/Nothing new: all \d+ readings are here already/)).toBeVisible();
	const head = "kind,number,station,direction,reading,unit\n";
	await chooser.setInputFiles({
		name: "a.csv",
		mimeType: "text/csv",
		buffer: Buffer.from(`${head}main_journal,1,front,0,2.2480,in\nmain_journal,12,front,0,2.2480,in\n`),
	});
	await expect(page.getByText(/line 3: this job has no Main 12/)).toBeVisible();
	await expect(page.getByRole("button", { name: "Take the readings" })).toBeDisabled();
	await chooser.setInputFiles({
		name: "b.csv",
		mimeType: "text/csv",
		buffer: Buffer.from(`${head}main_journal,1,front,0,2.2479,in\n`),
	});
	await expect(page.getByText(/1 reading; at 1 place they replace what is there/)).toBeVisible();
	await page.getByRole("button", { name: "Take the readings" }).click();
	await expect(page.getByRole("dialog")).toBeHidden();
	await page.goto("/jobs/6/bench/main_journal/1");
	await expect(page.getByRole("button", { name: "front, 0°: 2.2479" })).toBeVisible();
});
