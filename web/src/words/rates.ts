export const ratesWords = {
	// card.ts
	anAmountWithTwoDecimalsAt: "An amount, with two decimals at most.",
	aWholeNumber: "A whole number.",

	// RatesPlace.tsx
	rateCard: "Rate card",
	theShopsOwnPricesAndTimes:
		"The shop's own prices and times. Blank counts as zero. Outside work takes its lead days instead of minutes.",
	currency: "Currency",
	aCodeOrAName: "a code such as EUR, or a name",
	hoursInAWorkingDay: "Hours in a working day",
	work: "Work",
	setUpCharge: "Set-up charge",
	priceForEach: "Price for each",
	setUpMinutes: "Set-up minutes",
	minutesForEach: "Minutes for each",
	outside: "Outside",
	leadDays: "Lead days",
	setUpCharge2: (title: string) => `${title}: set-up charge`,
	priceForEach2: (title: string) => `${title}: price for each`,
	setUpMinutes2: (title: string) => `${title}: set-up minutes`,
	minutesForEach2: (title: string) => `${title}: minutes for each`,
	outsideWork: (title: string) => `${title}: outside work`,
	leadDays2: (title: string) => `${title}: lead days`,
	parts: "Parts",
	saveTheRates: "Save the rates",
	theRatesAreSaved: "The rates are saved.",
};
