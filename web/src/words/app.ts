export const appWords = {
	// SignIn.tsx
	theFirstPersonHereTheOwner: "The first person here: the owner",
	signInToLedge: "Sign in to Ledge",
	code: "Code",
	ledgePrintedItWhereItWas: "Ledge printed it where it was started: only who can read that may do this.",
	name: "Name",
	itGoesOnEveryReadingAnd: "It goes on every reading and decision you make.",
	password: "Password",
	atLeast10CharactersThreePlainWords: "At least 10 characters; three plain words do.",
	createTheOwner: "Create the owner",
	signIn: "Sign in",

	// person.tsx
	whoIsAtTheBench: "Who is at the bench?",
	whoWasHereLately: "Who was here lately",
	yourName: "Your name",
	itGoesOnEveryReadingAnd2: "It goes on every reading and decision.",
	start: "Start",

	// Bar.tsx
	ledge: "Ledge",
	whereYouAre: "Where you are",
	lightMode: "Light mode",
	guide: "Guide to this page",
	find: "Find a job",
	findKeys: "Find a job (Ctrl K)",
	darkMode: "Dark mode",
	people: "People",
	signOut: "Sign out",
	changePassword: "Change password",
	chooseYourPassword: "Choose your password",
	firstPasswordWhy: "An owner set your first password. Choose one that only you know.",
	firstPassword: "First password",
	presentPassword: "Present password",
	newPassword: "New password",

	// Load.tsx
	thisCouldNotBeLoaded: "This could not be loaded",
	tryAgain: "Try again",

	// use-kept.tsx
	whatYouTypedHereBeforeIs: "What you typed here before is here again; it is not saved yet.",
	startFromWhatIsSaved: "Start from what is saved",

	// FileDrop.tsx
	file: "File",
	chooseOneOrDropItHere: "Choose one, or drop it here. Nothing is kept before you say so.",
	chooseNone: "Choose none",
	thisFileIsLargerThanAny: "This file is larger than any inspection.",

	// Troubles.tsx
	theDiskIsFull: "The disk is full",
	theDiskFails: "The disk fails",
	theShopsFileIsGone: "The shop's file is gone",
	theShopsFileIsDamaged: "The shop's file is damaged",
	noCopyWasMade: "No copy was made",
	since: (since: string) => `Since ${since}.`,

	// App.tsx
	pageNotFound: "Page not found",
	backToTheShop: "Back to the shop",
	thisPageBroke: "This page broke",
	onlyInThisPage: (count: number) =>
		`${count === 1 ? "One entry is" : `${count} entries are`} only in this page, because the browser keeps no data. Go back to the shop to send them. Reloading loses them.`,
	whatYouEnteredIsKeptLoad: "What you entered is kept. Load the page again, or go back to the shop.",
	loadAgain: "Load again",
};
