const BROWSERS: [RegExp, string][] = [
	[/Edg\//, "Edge"],
	[/Firefox\//, "Firefox"],
	[/Chrom(e|ium)\//, "Chrome"],
	[/Safari\//, "Safari"],
];

const SYSTEMS: [RegExp, string][] = [
	[/Android/, "Android"],
	[/iPhone|iPad/, "iOS"],
	[/Windows/, "Windows"],
	[/Mac OS X/, "macOS"],
	[/Linux/, "Linux"],
];

const first = (of: [RegExp, string][], text: string) => of.find(([mark]) => mark.test(text))?.[1];

/** What a browser calls itself, in short: enough to tell the tablet at the bench from a phone. */
export function browserName(device: string): string {
	const browser = first(BROWSERS, device);
	const system = first(SYSTEMS, device);
	if (!browser && !system) return device.slice(0, 40) || "unknown";
	return [browser ?? "a browser", system].filter(Boolean).join(" on ");
}
