import type { RateCard } from "../../api/client";
import { ratesWords } from "../../words/rates";

/** The card as typed. */
export interface Typed {
	currency: string;
	day_hours: string;
	operations: Record<
		string,
		Record<"setup" | "each" | "setup_minutes" | "each_minutes" | "lead_days", string> & { outside: boolean }
	>;
	parts: Record<string, { each: string; lead_days: string }>;
}

const amount = (cents: number | undefined) => (cents ? String(cents / 100) : "");
const count = (n: number | undefined) => (n ? String(n) : "");

/** The card's amounts as texts, empty where there is none; work and parts that the card does not name are empty, too. */
export function toTyped(card: RateCard, operations: string[], parts: string[]): Typed {
	return {
		currency: card.currency,
		day_hours: String(card.day_minutes / 60),
		operations: Object.fromEntries(
			operations.map((id) => {
				const rate = card.operations?.[id];
				return [
					id,
					{
						setup: amount(rate?.setup),
						each: amount(rate?.each),
						setup_minutes: count(rate?.setup_minutes),
						each_minutes: count(rate?.each_minutes),
						lead_days: count(rate?.lead_days),
						outside: rate?.outside ?? false,
					},
				];
			}),
		),
		parts: Object.fromEntries(
			parts.map((id) => [id, { each: amount(card.parts?.[id]?.each), lead_days: count(card.parts?.[id]?.lead_days) }]),
		),
	};
}

/** Reads the card, or says per field (`operations.hone.each`) what is wrong. Empty counts as nothing. */
export function fromTyped(typed: Typed): { card: RateCard; errors: Record<string, string> } {
	const errors: Record<string, string> = {};
	const number = (place: string, typed: string, decimals = 0): number => {
		const text = typed.trim().replace(",", ".");
		if (text === "") return 0;
		const pattern = decimals > 0 ? /^\d{1,7}(\.\d{1,2})?$/ : /^\d{1,5}$/;
		if (!pattern.test(text)) {
			errors[place] = decimals > 0 ? ratesWords.anAmountWithTwoDecimalsAt : ratesWords.aWholeNumber;
			return 0;
		}
		return decimals > 0 ? Math.round(Number(text) * 100) : Number(text);
	};
	const card: RateCard = {
		currency: typed.currency.trim(),
		day_minutes: Math.round((number("day_hours", typed.day_hours, 2) / 100) * 60),
		operations: Object.fromEntries(
			Object.entries(typed.operations).map(([id, rate]) => {
				const at = `operations.${id}`;
				return [
					id,
					{
						setup: number(`${at}.setup`, rate.setup, 2),
						each: number(`${at}.each`, rate.each, 2),
						setup_minutes: number(`${at}.setup_minutes`, rate.setup_minutes),
						each_minutes: number(`${at}.each_minutes`, rate.each_minutes),
						outside: rate.outside,
						lead_days: number(`${at}.lead_days`, rate.lead_days),
					},
				];
			}),
		),
		parts: Object.fromEntries(
			Object.entries(typed.parts).map(([id, part]) => [
				id,
				{
					each: number(`parts.${id}.each`, part.each, 2),
					lead_days: number(`parts.${id}.lead_days`, part.lead_days),
				},
			]),
		),
	};
	return { card, errors };
}
