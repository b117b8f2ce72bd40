/** The guide's page on a place, by what stands behind the job in its address. */
const PAGES: [RegExp, string][] = [
	[/\/bench\//, "bench"],
	[/\/features\//, "feature"],
	[/\/(decide|match)/, "deciding"],
	[/\/(orders|verify)/, "orders"],
	[/\/(torque|parts|polish|fitting|assembly|built)/, "building"],
	[/\/limits|^\/cards/, "limits"],
	[/\/report/, "report"],
	[/\/(history|search|learned)/, "record"],
	[/\/(intake|strip|clean|look)$/, "before-measuring"],
	[/\/people/, "people"],
	[/^\/gauges/, "gauges"],
	[/^\/jobs\/\d+$/, "README"],
];

export const guidePage = (path: string): string => `/help/guide/${PAGES.find(([place]) => place.test(path))?.[1] ?? "shop"}.md`;
