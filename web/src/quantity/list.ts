/**
 * The numbers of a list as people type it: "0.25, 0.50", "0.25 0.50", "0,25; 0,50", "-.001, +.001". A comma between two numbers with
 * points, before a space or between whole numbers parts them; otherwise it is a point.
 */
export function splitList(text: string): string[] {
	const parts = /;/.test(text)
		? text.split(";")
		: /,\s|,\s*[+-]/.test(text) || /\./.test(text) || /^[1-9]\d*(,[1-9]\d*)+$/.test(text.trim())
			? text.split(/[\s,]+/)
			: text.split(/\s+/);
	return parts.map((part) => part.trim()).filter(Boolean);
}
