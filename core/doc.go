// Package core holds the trade itself: colours, forms, glazes, house rules,
// plans, the event log of a piece, what is said at the bench, feet, readiness, cones and results, and whose piece carries no name.
//
// Nothing below core imports the application, SQL, HTTP or the clock: time
// comes in as an argument, records come in as values, verdicts go out as
// values. TestCoreStandsAlone in this folder holds it to that.
package core
