package disposition

import (
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// CapCut is what a cap must be cut by so that its bore, closed and honed, comes back into its range: none where it is
// only tight. Common practice.
func CapCut(in *inspection.Inspection, f *inspection.Finding, new limit.Range) unit.Length {
	return max(0, sizeAt(f, vertical)-(new.Max-in.Policy.LineHoneStock))
}

// WidthAcross is the largest size from parting line to parting line: as read at 90°, where a station
// lacks that by its fitted oval, and where nothing can be fitted by its largest reading.
func WidthAcross(f *inspection.Finding) unit.Length { return sizeAt(f, across) }

// sizeAt is the largest size in a direction: as read there, where a station lacks it by its fitted oval, and where
// nothing can be fitted by its largest reading.
func sizeAt(f *inspection.Finding, angle unit.Angle) unit.Length {
	var widest unit.Length
	for station, row := range f.Grid.Sizes {
		var width, largest unit.Length
		for d, size := range row {
			if !size.OK {
				continue
			}
			largest = max(largest, size.Length)
			if unit.AxisDistance(f.Grid.Directions[d], angle) == 0 {
				width = max(width, size.Length)
			}
		}
		if width == 0 {
			width = largest
			if oval, ok := f.Grid.FitOval(station); ok {
				width = oval.At(angle)
			}
		}
		widest = max(widest, width)
	}
	return widest
}
