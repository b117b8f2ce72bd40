export const quantityWords = {
	// length.ts
	isNotANumber: (text: string) => `“${text}” is not a number.`,
	hasMoreDigitsThanAnyGauge: (text: string) => `“${text}” has more digits than any gauge.`,
	thisIsFinerThan01Nanometre: "This is finer than 0.1 nanometre.",

	// digits.ts
	nothingIsKnownOfThisSize: "Nothing is known of this size yet: type it in full, with its point.",
	aSizeHasNoMinus: "A size has no minus. Where the gauge shows deviations, tell Ledge: key g.",
	typeTwoDigitsAtLeast: "Type two digits at least.",
	theFirstReadingOfAFeature: "The first reading of a feature needs its last three digits at least.",
	couldBeOrTypeOneDigit: (digits: string, length: string, sibling: string) =>
		`${digits} could be ${length} or ${sibling}: type one digit more.`,

	// readouts.ts
	typeTooWithASpaceBetween: (names: string) => `Type ${names} too, with a space between.`,
	thereAreFourPartsAtMost: "There are four parts at most: sleeve, mark, thimble, vernier.",
	theGoFrom0To: (names: string | undefined, most: number | undefined) => `The ${names} go from 0 to ${most}.`,
	theScaleHasSteps1To25Lies: (stepsCount: number) =>
		`The scale has steps 1 to ${stepsCount}; 2.5 lies between the second and the third.`,
	typeTheLeafThatEntersAnd: "Type the leaf that enters and the one that does not.",
	theLeafThatDoesNotEnter: "The leaf that does not enter must be thicker than the one that does.",

	// deviation.ts
	isNotANumberOfDivisions: (typed: string) => `“${typed}” is not a number of divisions.`,
};
