/** What the places are called, in the trail and in the title of a page. */
export const placeWords = {
	shop: "Shop",
	limits: "Limits",
	cards: "Engine cards",
	components: "What it is made of",
	verify: "Verify",
	orders: "Orders",
	rates: "Rates",
	report: "Report",
	search: "Job archive",
	history: "History",
	match: "Match",
	people: "People",
	decide: (tag: string | undefined) => (tag ? `Decide: ${tag}` : "Decide"),
	/** The title of a page: the place first, so that a row of tabs can be told apart. */
	title: (names: string[]) => [...names].reverse().concat("Ledge").join(" · "),
};
