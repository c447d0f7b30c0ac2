package matter

// The codes.
const (
	Contact        Code = "contact"
	BelowBand      Code = "below-band"
	ClayCone       Code = "clay-cone"
	ClayLow        Code = "clay-low"
	GlazeCone      Code = "glaze-cone"
	UnknownGlaze   Code = "unknown-glaze"
	CoatsStop      Code = "coats-stop"
	CoatsMany      Code = "coats-many"
	CoatsFew       Code = "coats-few"
	UnderglazeFew  Code = "underglaze-few"
	UnderglazeFood Code = "underglaze-food"
	UnderglazeOpen Code = "underglaze-open"
	FoodLabel      Code = "food-label"
	FoodBare       Code = "food-bare"
	Gap            Code = "gap"
	NoTile         Code = "no-tile"
	Experiment     Code = "experiment"
	CameBefore     Code = "came-before"
	TileDoubt      Code = "tile-doubt"
	OutOfStock     Code = "out-of-stock"
	Seat           Code = "seat"
	MatteLip       Code = "matte-lip"
	ChipsSteep     Code = "chips-steep"
	BreakingFlat   Code = "breaking-flat"
	Hidden         Code = "hidden"
	PaleOnDark     Code = "pale-on-dark"
	Swallowed      Code = "swallowed"
	RawUnseen      Code = "raw-unseen"
	PaleBare       Code = "pale-bare"
	Forgotten      Code = "forgotten"
	OppositeHues   Code = "opposite-hues"
	Dried          Code = "dried"
	NotAllowed     Code = "not-allowed"
	Underside      Code = "underside"
	Stilts         Code = "stilts"
	RunsLow        Code = "runs-low"
	ClearInBand    Code = "clear-in-band"
	BadBefore      Code = "bad-before"
	Latex          Code = "latex"
	Mixing         Code = "mixing"
	Ware           Code = "ware"
	Dear           Code = "dear"
	DipFoot        Code = "dip-foot"
	JarShort       Code = "jar-short"
	LessonTime     Code = "lesson-time"
	Blurs          Code = "blurs"
	Meeting        Code = "meeting"
	Seam           Code = "seam"
	DetailLost     Code = "detail-lost"
	ColoursMany    Code = "colours-many"
	OneEach        Code = "one-each"
	CoveredMuch    Code = "covered-much"
	NoVents        Code = "no-vents"
	NoPose         Code = "no-pose"
	NoTilesYet     Code = "no-tiles-yet"
	NoPlan         Code = "no-plan"
	ConeUnknown    Code = "cone-unknown"
	CoatsMissing   Code = "coats-missing"
	CoatsAstray    Code = "coats-astray"
	SameOrNext     Code = "same-or-next"
	JarDoubted     Code = "jar-doubted"
	LatexOn        Code = "latex-on"
	NotBoneDry     Code = "not-bone-dry"
	Damp           Code = "damp"
	Closed         Code = "closed"
	Damaged        Code = "damaged"
	PartMissing    Code = "part-missing"
	Aside          Code = "aside"
	Away           Code = "away"
	NoName         Code = "no-name"
	CoverUnchecked Code = "cover-unchecked"
	CoverLapsed    Code = "cover-lapsed"
	CoverRefused   Code = "cover-refused"
	FootUnchecked  Code = "foot-unchecked"
	FootLapsed     Code = "foot-lapsed"
	FootRefused    Code = "foot-refused"
	FootUnclear    Code = "foot-unclear"
	FootParts      Code = "foot-parts"
	FootHow        Code = "foot-how"
	Drying         Code = "drying"
	Wet            Code = "wet"
	DryBelow       Code = "dry-below"
	Beyond         Code = "beyond"
	OtherGlaze     Code = "other-glaze"
	Unplanned      Code = "unplanned"
	BaseFirst      Code = "base-first"
	Checked        Code = "checked"
	Loaded         Code = "loaded"
	Fired          Code = "fired"
	ToTheTeacher   Code = "to-the-teacher"
)

// register is everything that can be said, in the order of the job.
var register = []Matter{
	{Code: Contact, Means: "melting glaze where the piece stands, unless the house lays one thin coat and stilts are recorded that are made for this cone; underglaze does not count that does not melt and that nothing covers", Weighs: []Severity{Stop}, Settled: AtStack, About: OfFoot, Waits: Plan, One: "has glaze where it stands", Many: "have glaze where they stand", Firm: UnlessOnStilts, Laid: true, Shields: true},
	{Code: BelowBand, Means: "a glazed surface that lies wholly lower than the bare band", Weighs: []Severity{Stop}, Settled: AtStack, About: OfFoot, Waits: Plan, One: "has glaze below the bare band", Many: "have glaze below the bare band", Firm: UnlessOnStilts, Shields: true},
	{Code: ClayCone, Means: "the firing is hotter than the clay stands: it slumps or bloats", Weighs: []Severity{Stop}, Settled: AtAssignment, About: OfClay, Waits: Plan, One: "is of a clay that slumps at its cone", Many: "are of a clay that slumps at their cone", Firm: Always, Shields: true},
	{Code: ClayLow, Means: "a glaze firing cooler than the clay is made for: it stays porous, crazes and leaks", Weighs: []Severity{Warn}, Settled: AtAssignment, About: OfClay, Shields: true},
	{Code: GlazeCone, Means: "a glaze is not made for it: it would run off, or stay dry", Weighs: []Severity{Stop}, Settled: AtTiles, About: OfGlaze, Waits: Plan, One: "has a glaze for another cone", Many: "have a glaze for another cone", Shields: true},
	{Code: UnknownGlaze, Means: "no jar has that code", Weighs: []Severity{Stop}, Settled: AtTiles, About: OfStock, Waits: Plan, One: "has a glaze that no jar holds", Many: "have a glaze that no jar holds", Firm: Always},
	{Code: CoatsStop, Means: "melting coats from the larger of twice the single-colour figure and two above the stack's own figure on", Weighs: []Severity{Stop}, Settled: AtStack, About: OfGlaze, Waits: Plan, One: "has far too many coats", Many: "have far too many coats", Shields: true},
	{Code: CoatsMany, Means: "above the house's figure for this stack", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: CoatsFew, Means: "below the house's figure for this stack", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: UnderglazeFew, Means: "underglaze thinner than the house lays it", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: UnderglazeFood, Means: "underglaze that lies open where food or a mouth touches", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze, Shields: true},
	{Code: UnderglazeOpen, Means: "underglaze that nothing covers, off food: matte, and it wears off; a warning where the house always seals it", Weighs: []Severity{Note, Warn}, Settled: AtStack, About: OfGlaze},
	{Code: FoodLabel, Means: "a glaze whose label makes no claim, where food or a mouth touches", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze, Shields: true},
	{Code: FoodBare, Means: "food would lie on bare clay", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze, Shields: true},
	{Code: Gap, Means: "nothing planned between two glazed surfaces or on a detail; a note for a bare strip left between two colours", Weighs: []Severity{Warn, Note}, Settled: AtTiles, About: OfGlaze},
	{Code: Forgotten, Means: "the inside of a vessel with nothing planned, though it is glazed elsewhere", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze},
	{Code: NoTile, Means: "the stack was never fired on this clay at this cone; the nearest evidence is named", Weighs: []Severity{Warn, Note}, Settled: AtTiles, About: OfStock},
	{Code: Experiment, Means: "the stack is planned as an experiment: it was never fired on this clay at this cone, and that is why it is laid", Weighs: []Severity{Note}, Settled: ByHand, About: OfStock},
	{Code: CameBefore, Means: "what became of the stack on pieces of this room: no tile shows it yet, or its coats are to be others; a warning where at best half of them, four times of five, come out sound", Weighs: []Severity{Note, Warn}, Settled: AtTiles, About: OfStock},
	{Code: TileDoubt, Means: "the tile that shows the stack was read with a doubt: clipped, uneven, in glare, without a card", Weighs: []Severity{Note}, Settled: AtWall, About: OfStock},
	{Code: OutOfStock, Means: "a jar that is not in the room", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfStock},
	{Code: Seat, Means: "melting glaze on the seat of a lid: more than the house lays there, or not recorded as fired apart", Weighs: []Severity{Stop}, Settled: AtStack, About: OfFoot, Waits: Plan, One: "has glaze on the seat of its lid", Many: "have glaze on the seat of their lid", Shields: true},
	{Code: MatteLip, Means: "a matte glaze where a mouth touches", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze},
	{Code: ChipsSteep, Means: "glass chips on a wall so steep that they travel", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze},
	{Code: BreakingFlat, Means: "a breaking glaze, alone or layered, on something smooth, and no tile shows it there", Weighs: []Severity{Note}, Settled: AtTiles, About: OfColour},
	{Code: Hidden, Means: "a surface nobody sees takes glaze, where the house only covers what is seen", Weighs: []Severity{Note}, Settled: AtStack, About: OfColour},
	{Code: PaleOnDark, Means: "a pale glaze, thin, on dark clay, and no tile shows it", Weighs: []Severity{Note}, Settled: AtTiles, About: OfColour},
	{Code: Swallowed, Means: "dark over or under light, and no tile shows it", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfColour},
	{Code: RawUnseen, Means: "raw glaze that looks like the bisque it lies on, or like its raw neighbour: ΔE2000 below the house's figure (6, from memory)", Weighs: []Severity{Note}, Settled: ByHand, About: OfColour},
	{Code: PaleBare, Means: "pale clay left bare where it is seen: it will not stay as pale as its bisque", Weighs: []Severity{Note}, Settled: AtTiles, About: OfColour},
	{Code: OppositeHues, Means: "opposite hues laid together, and no tile shows it", Weighs: []Severity{Note}, Settled: AtTiles, About: OfColour},
	{Code: Dried, Means: "the jar is dried out", Weighs: []Severity{Warn}, Settled: AtStock, About: OfStock, Laid: true},
	{Code: NotAllowed, Means: "the jar is not among the ones of this class", Weighs: []Severity{Warn}, Settled: AtClasses, About: OfStock, Laid: true},
	{Code: Underside, Means: "the house leaves the underside bare", Weighs: []Severity{Warn}, Settled: AtStack, About: OfFoot, Shields: true},
	{Code: Stilts, Means: "a glazed foot that stands on recorded stilts: their points leave scars", Weighs: []Severity{Note}, Settled: ByHand, About: OfFoot, Shields: true},
	{Code: RunsLow, Means: "a runner, or more than the usual coats, down a steep wall to the foot, until the line is drawn as high as it needs", Weighs: []Severity{Warn}, Settled: AtDetails, About: OfFoot, Shields: true},
	{Code: ClearInBand, Means: "clear over underglaze ends above the bare band; the underglaze may go on below", Weighs: []Severity{Note}, Settled: ByHand, About: OfFoot, Shields: true},
	{Code: BadBefore, Means: "a tile of this stack crazed, ran or was marked \"avoid\" on this clay", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfStock},
	{Code: Latex, Means: "latex that has to be peeled before the firing", Weighs: []Severity{Note}, Settled: ByHand, About: OfGlaze, Shields: true},
	{Code: Mixing, Means: "a recipe mixed in tray or jar, where the house does not mix, or only on the piece", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfGlaze},
	{Code: Ware, Means: "a glaze or underglaze that may not go on greenware, on bisque, or now; a note where it goes by permission", Weighs: []Severity{Warn, Note}, Settled: AtTiles, About: OfGlaze},
	{Code: Dear, Means: "a dear glaze on a large area", Weighs: []Severity{Note}, Settled: AtTiles, About: OfStock},
	{Code: DipFoot, Means: "a dip beside a foot that no resist covers; a warning where a second dip goes down to the foot", Weighs: []Severity{Note, Warn}, Settled: AtStack, About: OfFoot, Shields: true},
	{Code: JarShort, Means: "the open strokes of all plans of all classes, with what is kept for projects, take more of a glaze than its jar holds", Weighs: []Severity{Warn}, Settled: AtStock, About: OfStock},
	{Code: LessonTime, Means: "it asks for more than the lessons up to its last day have time for, even with its maker alone in the room", Weighs: []Severity{Warn}, Settled: AtLessons, About: OfStock},
	{Code: Blurs, Means: "two melting glazes meet where a sharp edge is wanted", Weighs: []Severity{Warn}, Settled: AtDetails, About: OfColour},
	{Code: Meeting, Means: "two melting glazes touch, where the house keeps colours apart", Weighs: []Severity{Warn}, Settled: AtDetails, About: OfGlaze},
	{Code: Seam, Means: "a detail that is edged before its ground is filled: two full stacks along the seam run; a warning where the ground runs or is refused at twice its coats", Weighs: []Severity{Note, Warn}, Settled: ByHand, About: OfGlaze},
	{Code: DetailLost, Means: "a detail whose fired colour differs from its ground's by less than ΔE2000 10 (from memory)", Weighs: []Severity{Warn}, Settled: AtTiles, About: OfColour},
	{Code: ColoursMany, Means: "more colours than the assignment allows", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: OneEach, Means: "more than one glaze inside or outside, where the assignment allows one", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: CoveredMuch, Means: "more covered area than the assignment allows", Weighs: []Severity{Warn}, Settled: AtStack, About: OfGlaze},
	{Code: NoVents, Means: "fired once with no bare place for gas, where the house wants one", Weighs: []Severity{Warn}, Settled: AtDetails, About: OfGlaze, Shields: true},
	{Code: NoPose, Means: "a free form of which nobody has decided how it lies in the kiln", Weighs: []Severity{Stop}, Settled: AtDetails, About: OfFoot, Waits: Plan, One: "lies nobody knows how", Many: "lie nobody knows how", Firm: Always},
	{Code: NoTilesYet, Means: "the room has no tile on this clay yet; said once, instead of at every surface", Weighs: []Severity{Note}, Settled: AtProgramme, About: OfStock},
	{Code: NoPlan, Means: "nothing is planned, so nobody can say whether it is complete", Waits: Plan, About: OfGlaze, Firm: Always, One: "has nothing planned", Many: "have nothing planned"},
	{Code: ConeUnknown, Means: "nobody can say at which cone it is fired", Waits: Plan, About: OfPiece, Firm: Always, One: "has no cone", Many: "have no cone"},
	{Code: CoatsMissing, Means: "planned strokes that are not on", Waits: Bench, About: OfGlaze, One: "lacks coats", Many: "lack coats"},
	{Code: CoatsAstray, Means: "coats on a surface that the piece, as it is measured now, does not have", Waits: Bench, About: OfGlaze, Firm: Always, One: "has coats on what it no longer has", Many: "have coats on what they no longer have"},
	{Code: SameOrNext, Means: "two people logged the same coat within moments, and nobody said whether it was the same or the next", Waits: Bench, About: OfGlaze, Firm: Always, Laid: true, One: "may have one coat twice", Many: "may have one coat twice"},
	{Code: JarDoubted, Means: "a coat came out of a jar that was contaminated, or of a cup that was mislabelled, and nobody looked at the piece since", Waits: Bench, About: OfGlaze, Laid: true, One: "carries a coat from a doubtful jar", Many: "carry coats from a doubtful jar"},
	{Code: LatexOn, Means: "latex, planned or logged, that nobody peeled", Waits: Bench, About: OfGlaze, One: "carries latex", Many: "carry latex"},
	{Code: NotBoneDry, Means: "fired once, and nobody felt whether the clay was bone dry before the first coat", Waits: Bench, About: OfClay, Laid: true, One: "was not felt for bone dry clay", Many: "were not felt for bone dry clay"},
	{Code: Damp, Means: "before bisque, or before another firing: nobody felt whether it is dry since it was last wet", Waits: Bench, About: OfClay, Firm: Always, One: "was not felt since it was wet", Many: "were not felt since they were wet"},
	{Code: Closed, Means: "before clay is fired for the first time: nobody said whether what may be hollow has a hole for its air", Waits: Bench, About: OfClay, Firm: Always, One: "may be closed without a hole", Many: "may be closed without a hole"},
	{Code: Damaged, Means: "something broke and was not repaired", Waits: Bench, About: OfPiece, One: "is damaged", Many: "are damaged"},
	{Code: PartMissing, Means: "a part is not here", Waits: Bench, About: OfPiece, One: "is not all here", Many: "are not all here"},
	{Code: Aside, Means: "set aside", Waits: Bench, About: OfPiece, One: "is set aside", Many: "are set aside"},
	{Code: Away, Means: "out of the room", Waits: Bench, About: OfPiece, One: "is out of the room", Many: "are out of the room"},
	{Code: NoName, Means: "no name or mark can be read on it", Waits: Bench, About: OfPiece, One: "has no name", Many: "have no name"},
	{Code: CoverUnchecked, Means: "nobody looked all round", Waits: Foot, About: OfCover, Eyes: First, One: "waits for a look all round", Many: "wait for a look all round"},
	{Code: CoverLapsed, Means: "the look had not seen the last coat, patch, wipe, damage or surface", Waits: Foot, About: OfCover, Eyes: Again, One: "needs another look all round", Many: "need another look all round"},
	{Code: CoverRefused, Means: "a bald spot, gap or lump was found", Waits: Foot, About: OfCover, One: "has a spot to patch", Many: "have a spot to patch"},
	{Code: FootUnchecked, Means: "nobody checked the foot", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, Eyes: First, One: "waits for a look at the foot", Many: "wait for a look at the foot"},
	{Code: FootLapsed, Means: "the check had not seen the last coat, wipe or damage, or the piece stands, measures or has to be bare otherwise since", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, Eyes: Again, One: "needs its foot checked again", Many: "need their foot checked again"},
	{Code: FootRefused, Means: "glaze left or band too low", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, One: "has a foot to clean", Many: "have a foot to clean"},
	{Code: FootUnclear, Means: "nobody can tell what it stands on", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, One: "stands nobody knows how", Many: "stand nobody knows how"},
	{Code: FootParts, Means: "fired in parts of which not all were looked at", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, One: "has parts nobody looked at", Many: "have parts nobody looked at"},
	{Code: FootHow, Means: "glaze was left on the foot, then it was clean without a wipe: wet, dry, or never there?", Waits: Foot, About: OfFoot, Firm: UnlessOnStilts, One: "has a foot that nobody said how it got clean", Many: "have feet that nobody said how they got clean"},
	{Code: Drying, Means: "less than a night since the last coat, patch or wet wipe; longer after a damp day or a coat that felt thick; carries the moment at which it clears", Waits: Kiln, About: OfDrying, One: "is drying for the kiln", Many: "are drying for the kiln"},
	{Code: Wet, Means: "the coat below is still wet, where the house waits", About: OfDrying, Laid: true},
	{Code: DryBelow, Means: "the coat below had dried, where the house lays coat on damp coat", About: OfDrying, Laid: true},
	{Code: Beyond, Means: "the surface had all its coats", About: OfGlaze, Laid: true},
	{Code: OtherGlaze, Means: "another glaze is planned next", About: OfGlaze, Laid: true},
	{Code: Unplanned, Means: "nothing is planned on the surface", About: OfGlaze, Laid: true},
	{Code: BaseFirst, Means: "a detail goes on before its ground has all its coats", About: OfGlaze, Laid: true},
	{Code: Checked, Means: "its foot was checked, and has to be again", About: OfFoot, Laid: true},
	{Code: Loaded, Means: "it stands in a load, and has to come out", About: OfPiece, Laid: true},
	{Code: Fired, Means: "it was fired already", About: OfPiece, Laid: true},
	{Code: ToTheTeacher, Means: "a tap came late from a tablet and could not be kept as it was; the teacher decides on it at the bench", About: OfPiece, Laid: true},
}
