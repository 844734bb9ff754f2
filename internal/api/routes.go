package api

// routes registers every operation, room by room as the studio has them (internal/studio);
// each room's stand in the file of its name.
func (a *API) routes() {
	a.deedRoutes()
	a.keepingRoutes()
	a.unitRoutes()
	a.peopleRoutes()
	a.shootRoutes()
	a.referenceRoutes()
	a.dishRoutes()
	a.trialRoutes()
	a.colourRoutes()
	a.shoppingRoutes()
	a.seriesRoutes()
	a.miningRoutes()
	a.shotRoutes()
	a.searchRoutes()
	a.cupboardRoutes()
	a.setRoutes()
	a.lightRoutes()
	a.lensRoutes()
	a.stylingRoutes()
	a.dayRoutes()
	a.frameRoutes()
	a.finishRoutes()
	a.proofRoutes()
	a.cardRoutes()
	a.outRoutes()
	a.reviewRoutes()
	a.ladderRoutes()
	a.blankRoutes()
}
