import { expect, test } from "@playwright/test";
import { as, by, partByPart, ready, rest } from "./hands";

test("a spare crankshaft is measured beside the one that came, and takes its place", async ({ page, request }) => {
	// A job of its own: a copy of the sawmill's engine, with a spare beside its crankshaft.
	const file = await (await request.get("/api/v1/jobs/6/archive")).body();
	const taken = await request.post(`/api/v1/archives?id=${crypto.randomUUID()}`, {
		...by(),
		headers: { ...by().headers, "Content-Type": "application/octet-stream" },
		data: file,
	});
	const { job } = (await taken.json()) as { job: number };
	const spare = { id: crypto.randomUUID(), of: "crankshaft", tag: "spare", origin: "spare", stamp: "K2" };
	expect((await request.post(`/api/v1/jobs/${job}/components`, { ...by(), data: spare })).status()).toBe(201);
	const sets = async (query = "") => {
		const view = await (await request.get(`/api/v1/jobs/${job}/decisions${query}`)).json();
		return JSON.stringify(view.sets);
	};
	const before = await sets();

	await as(page, "Wanda Pell");
	await partByPart(page);
	await page.goto(`/jobs/${job}`);
	const components = page.getByRole("region", { name: "Components" });
	await components.getByRole("link", { name: "Beside it, judged on its own" }).click();
	await expect(
		page
			.getByRole("button", { name: "Measure Main 1 (spare)" })
			.or(page.getByRole("link", { name: "Measure Main 1 (spare)" }))
			.first(),
	).toBeVisible();
	await page.getByRole("link", { name: "Measure Main 1 (spare)" }).first().click();
	await expect(page.getByRole("heading", { name: /^Main 1 \(spare\)/ })).toBeVisible();
	const tape = page.getByRole("region", { name: "Tape" }).getByRole("listitem");
	for (let n = 1; n <= 8; n++) {
		await ready(page);
		await page.keyboard.type("2.2481");
		await page.keyboard.press("Enter");
		await expect(tape).toHaveCount(n);
	}
	await page.keyboard.press("n");
	await expect(page.getByRole("heading", { name: /^Rod journal 1 \(spare\)/ })).toBeVisible();
	await rest(page);
	expect(await sets(), "the engine is judged as before").toBe(before);

	// The one that came is retired: the spare stands in the engine, and the job's own page shows it.
	await page.goto(`/jobs/${job}`);
	await components.getByRole("button", { name: "Retire: Crankshaft", exact: true }).click();
	await page.getByLabel("Why").fill("cracked at the third web");
	await page.getByRole("button", { name: "Retire it" }).click();
	await expect(components.getByText(/Retired by Wanda Pell/)).toBeVisible();
	await expect(components.getByText("“cracked at the third web”")).toBeVisible();
	await expect(page.getByRole("link", { name: "Measure Main 2 (spare)" }).first()).toBeVisible();
	expect(await sets()).not.toBe(before);
	await page.getByRole("link", { name: "History" }).click();
	await expect(page.getByText(/Crankshaft: retired with everything measured of it/)).toBeVisible();
	await page.goto(`/jobs/${job}`);
	await components.getByRole("button", { name: "Take it back" }).click();
	await expect(components.getByText("In the engine")).toBeVisible();
	await rest(page);
	expect(await sets()).toBe(before);
});

test("a wreck is replaced by a spare in one step, and two cores are compared with prices", async ({ page, request }) => {
	const file = await (await request.get("/api/v1/jobs/6/archive")).body();
	const taken = await request.post(`/api/v1/archives?id=${crypto.randomUUID()}`, {
		...by(),
		headers: { ...by().headers, "Content-Type": "application/octet-stream" },
		data: file,
	});
	const { job } = (await taken.json()) as { job: number };
	await as(page, "Wanda Pell");
	await page.goto(`/jobs/${job}/components`);
	await page.getByLabel("Its name").fill("from the shed");
	await page.getByLabel("Stamped on it").fill("K2");
	await page.getByRole("button", { name: "Put it beside, to be measured" }).click();
	const compared = page.getByRole("region", { name: "Crankshaft: side by side" });
	await expect(compared.getByRole("link", { name: "Crankshaft (from the shed)" })).toBeVisible();
	await expect(compared.getByRole("row", { name: /^Mains/ })).toContainText(/grind|polish|reuse/i);
	await expect(compared.getByRole("row", { name: /Work on it/ })).toContainText(
		/\d crowns ready .*known when every set is measured/,
	);
	await page.getByRole("button", { name: "Take it off: Crankshaft (from the shed)" }).click();
	await expect(compared).toHaveCount(0);

	await page.goto(`/jobs/${job}/components?replace=crankshaft`);
	const dialog = page.getByRole("dialog");
	await dialog.getByLabel("Why").fill("cracked at the third web");
	await dialog.getByRole("button", { name: "Put it in its place" }).click();
	await expect(page.getByText(/Retired by Wanda Pell.*in its place: Crankshaft \(spare\)/)).toBeVisible();
	await page.goto(`/jobs/${job}`);
	await expect(page.getByRole("link", { name: "Measure Main 1 (spare)" }).first()).toBeVisible();
	const view = await (await request.get(`/api/v1/jobs/${job}`)).json();
	expect(view.said.find((s: { set: string }) => s.set === "main_journals").action).toBe("measure");
});
