package simulate

// FootLine is what the foot switch of a simulated gauge sends.
const FootLine = "TAKE"

// LinePattern reads the lines that a simulated gauge sends.
const LinePattern = `^G1 (?P<sign>[+-])(?P<value>[0-9.]+) (?P<unit>mm|in) (?P<status>OK|LOW)$`
