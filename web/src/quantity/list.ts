/**
 * The numbers of a list as people type it: "0.25, 0.50", "0.25 0.50", "0,25; 0,50", "-.001, +.001". A comma between two numbers with
 * points, or before a space, parts them; otherwise it is a point.
 */
export function splitList(text: string): string[] {
	const parts = /;/.test(text)
		? text.split(";")
		: /,\s|,\s*[+-]/.test(text) || /\./.test(text)
			? text.split(/[\s,]+/)
			: text.split(/\s+/);
	return parts.map((part) => part.trim()).filter(Boolean);
}
