package simulate

// FootLine is what the foot switch of a simulated gauge sends.
const FootLine = "TAKE"

// LinePattern reads the lines that a simulated gauge sends.
const LinePattern = `^G1\s(?P<sign>[+-])(?P<value>[0-9.]+)\s(?P<unit>mm|in)\s(?P<status>OK|LOW)$`
