/** Dates, times, money, counts and lists in words: the one helper over Intl, in the reader's own locale. */

const format = (options: Intl.DateTimeFormatOptions) => {
	const made = new Intl.DateTimeFormat(undefined, options);
	return (at: Date) => made.format(at);
};
const dates = format({ dateStyle: "medium" });
const moments = format({ dateStyle: "medium", timeStyle: "short" });
const longDates = format({ weekday: "long", day: "numeric", month: "long", year: "numeric" });
const times = format({ hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
const calendarDays = format({ weekday: "short", day: "numeric", month: "short" });

/** The day of a moment. */
export const date = (at: string): string => dates(new Date(at));

/** A day with its time. */
export const dateTime = (at: string): string => moments(new Date(at));

/** A day as a heading has it. */
export const longDate = (at: Date): string => longDates(at);

/** The time of a moment alone. */
export const time = (at: string): string => times(new Date(at));

/** A day of the calendar, which no time zone moves. */
export const day = (on: string): string => calendarDays(new Date(`${on}T12:00:00`));

/** Money in hundredths: of a currency by its code as the reader's locale writes it, of any other with its name behind it. */
export function money(hundredths: number, currency: string): string {
	const digits = hundredths % 100 === 0 ? 0 : 2;
	const shown = { minimumFractionDigits: digits, maximumFractionDigits: digits };
	if (/^[A-Z]{3}$/.test(currency)) {
		return new Intl.NumberFormat(undefined, { style: "currency", currency, ...shown }).format(hundredths / 100);
	}
	return `${new Intl.NumberFormat(undefined, shown).format(hundredths / 100)} ${currency}`.trim();
}

const rules = new Intl.PluralRules("en");

/** How many of something: "1 part", "2 parts". */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${plural(n, one, many)}`;

/** What so many are called. */
export const plural = (n: number, one: string, many = `${one}s`): string => (rules.select(n) === "one" ? one : many);

export const days = (n: number): string => (n === 0 ? "at once" : count(n, "day"));

const lists = new Intl.ListFormat("en", { type: "conjunction" });

/** Several in a sentence: "a, b and c". */
export const list = (items: string[]): string => lists.format(items);
