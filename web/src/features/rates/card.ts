import type { RateCard } from "../../api/client";
import { ratesWords } from "../../words/rates";

/** The card as typed: texts by `operations.ID.field`, `parts.ID.field`, `currency` and `day_hours`. */
export type Typed = Record<string, string | boolean>;

const MONEY = ["setup", "each"] as const;
const COUNTS = ["setup_minutes", "each_minutes", "lead_days"] as const;

const amount = (cents: number | undefined) => (cents ? String(cents / 100) : "");
const count = (n: number | undefined) => (n ? String(n) : "");

export function toTyped(card: RateCard): Typed {
	const typed: Typed = { currency: card.currency, day_hours: String(card.day_minutes / 60) };
	for (const [id, r] of Object.entries(card.operations ?? {})) {
		for (const f of MONEY) typed[`operations.${id}.${f}`] = amount(r[f]);
		for (const f of COUNTS) typed[`operations.${id}.${f}`] = count(r[f]);
		typed[`operations.${id}.outside`] = r.outside;
	}
	for (const [id, r] of Object.entries(card.parts ?? {})) {
		typed[`parts.${id}.each`] = amount(r.each);
		typed[`parts.${id}.lead_days`] = count(r.lead_days);
	}
	return typed;
}

/** Reads the card, or says per field what is wrong. Empty counts as nothing. */
export function fromTyped(
	typed: Typed,
	operations: string[],
	parts: string[],
): { card: RateCard; errors: Record<string, string> } {
	const errors: Record<string, string> = {};
	const number = (place: string, decimals: number): number => {
		const text = String(typed[place] ?? "")
			.trim()
			.replace(",", ".");
		if (text === "") return 0;
		const pattern = decimals > 0 ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,5}$/;
		if (!pattern.test(text)) {
			errors[place] = decimals > 0 ? ratesWords.anAmountWithTwoDecimalsAt : ratesWords.aWholeNumber;
			return 0;
		}
		return decimals > 0 ? Math.round(Number(text) * 100) : Number(text);
	};
	const card: RateCard = {
		currency: String(typed.currency ?? "").trim(),
		day_minutes: Math.round((number("day_hours", 2) / 100) * 60),
		operations: Object.fromEntries(
			operations.map((id) => [
				id,
				{
					setup: number(`operations.${id}.setup`, 2),
					each: number(`operations.${id}.each`, 2),
					setup_minutes: number(`operations.${id}.setup_minutes`, 0),
					each_minutes: number(`operations.${id}.each_minutes`, 0),
					outside: typed[`operations.${id}.outside`] === true,
					lead_days: number(`operations.${id}.lead_days`, 0),
				},
			]),
		),
		parts: Object.fromEntries(
			parts.map((id) => [id, { each: number(`parts.${id}.each`, 2), lead_days: number(`parts.${id}.lead_days`, 0) }]),
		),
	};
	return { card, errors };
}
