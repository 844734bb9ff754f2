// Package store keeps Fig Ladder's rows in PostgreSQL and its pictures in files.
// It knows nothing of the rules of the job.
//
// What a shoot is made of is kept as documents whose types belong to craft, so
// that a new field is added in one struct and needs no migration. What is
// searched, ordered or counted has a column and an index.
package store

import (
	"time"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/card"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/continuity"
	"figladder/internal/craft/cost"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/draft"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/exposure"
	"figladder/internal/craft/finish/back"
	"figladder/internal/craft/finish/hours"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/finish/work"
	"figladder/internal/craft/hold"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/method"
	"figladder/internal/craft/proof"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/release"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/trial"
	"figladder/internal/craft/units"
	"figladder/internal/craft/words"

	"github.com/google/uuid"
)

// Row is a row that deeds may change and undo; its table stands in tables.go.
type Row interface {
	ID() string       // its key
	At() int          // its version
	SetVersion(v int) // puts a version
	Begin()           // makes it a row that was never saved
}

// Base is what every editable row has.
type Base struct {
	Key       string    `gorm:"column:id;primaryKey" json:"id" readOnly:"true" doc:"Key of the row"`
	Version   int       `json:"version" doc:"Counts saves; send back the one you read"`
	CreatedAt time.Time `json:"createdAt" readOnly:"true" doc:"When it was made"`
}

// ID implements Row.
func (b *Base) ID() string { return b.Key }

// At implements Row.
func (b *Base) At() int { return b.Version }

// SetVersion implements Row.
func (b *Base) SetVersion(v int) { b.Version = v }

// Begin implements Row.
func (b *Base) Begin() { *b = NewBase() }

// NewBase returns a base with a fresh key, ordered by time. Its moment is as fine
// as PostgreSQL keeps it, so that a row reads back as it was written.
func NewBase() Base {
	return Base{Key: uuid.Must(uuid.NewV7()).String(), Version: 1, CreatedAt: time.Now().UTC().Truncate(time.Microsecond)}
}

// Person can sign in.
type Person struct {
	ID           string    `gorm:"primaryKey" json:"id" doc:"Key"`
	Email        string    `json:"email" doc:"Signs in with it"`
	Name         string    `json:"name" doc:"Name"`
	Role         string    `json:"role" enum:"owner,photographer,stylist,assistant" doc:"What they may do"`
	PasswordHash string    `json:"-"`
	Epoch        int       `json:"-"` // sessions of an earlier one are over
	CreatedAt    time.Time `json:"createdAt" doc:"Since when"`
}

// TableName implements gorm's Tabler.
func (Person) TableName() string { return "people" }

// Invitation lets somebody make an account, once, until it runs out.
type Invitation struct {
	ID        string     `gorm:"primaryKey" json:"id" doc:"Key"`
	TokenHash string     `json:"-"`
	Name      string     `json:"name" doc:"Whom it is for"`
	Role      string     `json:"role" enum:"owner,photographer,stylist,assistant" doc:"What they will be able to do"`
	CreatedBy string     `json:"-"`
	CreatedAt time.Time  `json:"createdAt" doc:"When it was made"`
	ExpiresAt time.Time  `json:"expiresAt" doc:"Until when it can be taken up"`
	UsedAt    *time.Time `json:"-"`
}

// Shoot is one day's work with its brief.
type Shoot struct {
	Base
	ShootDoc
	Day *string `gorm:"column:day" json:"-"` // brief.When, kept as a column for ordering
}

// ShootDoc is what a shoot says.
type ShootDoc struct {
	Name  string      `json:"name" minLength:"1" maxLength:"200" doc:"Name of the shoot"`
	Brief brief.Brief `gorm:"serializer:json" json:"brief" doc:"What it is for"`
}

// Dish is one dish of a shoot.
type Dish struct {
	Base
	DishDoc
}

// DishDoc is what a dish says.
type DishDoc struct {
	ShootID  string        `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Position int           `json:"position" doc:"Order in the shoot"`
	Form     shots.Form    `json:"form" doc:"Shape as a camera meets it"`
	Recipe   recipe.Recipe `gorm:"serializer:json" json:"recipe" doc:"How it is made"`
	Dropped  []string      `gorm:"serializer:json" json:"dropped" doc:"Keys of proposals set aside"`

	Colour     colour.Plan `gorm:"serializer:json" json:"colour" doc:"Its colours and what it stands on"`
	Supporting int         `json:"supporting" doc:"Supporting frames wanted beside the final"`
	Eating     eating.Mark `gorm:"serializer:json" json:"eating" doc:"Whether it is fit for eating"`
}

// Tick is a finish step done.
type Tick struct {
	Key string    `json:"key" doc:"Which step"`
	At  time.Time `json:"at" doc:"When"`
}

// Shot is one frame wanted.
type Shot struct {
	Base
	ShotDoc
}

// ShotDoc is what a shot says.
type ShotDoc struct {
	ShootID  string      `json:"shootId" readOnly:"true" doc:"Its shoot"`
	DishID   string      `json:"dishId" readOnly:"true" doc:"Its dish"`
	Position int         `json:"position" doc:"Order in the shoot"`
	Kind     string      `json:"kind" doc:"What the frame is for"`
	Title    string      `json:"title" minLength:"1" maxLength:"300" doc:"What it shows"`
	Because  string      `json:"because" maxLength:"1000" doc:"Why it is on the list"`
	Cause    string      `json:"cause" maxLength:"300" doc:"The word or ingredient that caused it"`
	Proposal string      `json:"proposal" doc:"Key of the proposal it came from, empty when added by hand"`
	Step     int         `json:"step" doc:"Step of the method it belongs to"`
	Nth      int         `json:"nth" doc:"Which deed of the step, from 1; 0 for the step as a whole"`
	Angle    words.Angle `json:"angle" doc:"Angle word"`
	Hands    int         `json:"hands" minimum:"0" maximum:"9" doc:"Pairs of hands besides the photographer's"`
	Shutter  bool        `json:"shutter" doc:"Whether the shutter speed decides how it looks"`
	Hold     words.Hold  `json:"hold" doc:"How long it holds"`
	Caution  string      `json:"caution" maxLength:"500" doc:"Safety"`
	Guards   string      `json:"guards" maxLength:"500" doc:"For a safe frame: what it comes before"`
	Ticks    []Tick      `gorm:"serializer:json" json:"ticks" doc:"Finish steps done"`

	Light  words.Direction `json:"light" doc:"Where the light comes from, in a word"`
	Vessel string          `json:"vessel" maxLength:"60" doc:"What it is in or on"`
	Tool   string          `json:"tool" maxLength:"60" doc:"What moves the food"`
	Mined  shots.Proposal  `gorm:"serializer:json" json:"mined" readOnly:"true" doc:"The proposal as it was accepted, to tell a person's changes from the recipe's"`
	Merged []string        `gorm:"serializer:json" json:"merged" doc:"Keys of proposals that this frame shows too"`

	Techniques []string `gorm:"serializer:json" json:"techniques" readOnly:"true" doc:"Keys of the techniques that are put on this frame"`
}

// HoldRow is a time that the studio took: how long something looked right.
type HoldRow struct {
	Base
	HoldDoc
}

// HoldDoc is what it says.
type HoldDoc struct {
	DishID string   `json:"dishId" readOnly:"true" doc:"The dish at which it was taken"`
	Log    hold.Log `gorm:"serializer:json" json:"log" doc:"What was timed, and how long it held"`
}

// MomentRow is when a dish came to stand warm, or went back to the cold or the heat.
type MomentRow struct {
	Base
	MomentDoc
}

// MomentDoc is what it says.
type MomentDoc struct {
	DishID string    `json:"dishId" readOnly:"true" doc:"The dish"`
	When   time.Time `gorm:"column:at" json:"at" doc:"When"`
	Out    bool      `json:"out" doc:"Whether from then on it stands between 5 and 60 °C"`
}

// TrialRow is a trial of a dish, or another source's recipe beside it.
type TrialRow struct {
	Base
	TrialDoc
}

// TrialDoc is what a trial says.
type TrialDoc struct {
	ShootID  string      `json:"shootId" readOnly:"true" doc:"Its shoot"`
	DishID   string      `json:"dishId" readOnly:"true" doc:"Its dish"`
	Position int         `json:"position" readOnly:"true" doc:"Order among the dish's trials"`
	Trial    trial.Trial `gorm:"serializer:json" json:"trial" doc:"What was made and what came of it"`
}

// GoodsRow is how the studio buys a thing; it belongs to no shoot.
type GoodsRow struct {
	Base
	Thing string         `json:"-"` // the name two goods cannot share
	Goods shopping.Goods `gorm:"serializer:json" json:"goods" doc:"How it is bought"`
}

// ShoppingRow is what was decided about a shoot's shopping.
type ShoppingRow struct {
	Base
	ShootID string           `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Choices shopping.Choices `gorm:"serializer:json" json:"choices" doc:"What was decided"`
}

// Preview is a rendered picture of a set, kept with its shot. SetHash says of which set.
type Preview struct {
	Base
	PreviewDoc
}

// PreviewDoc is what a rendered picture says.
type PreviewDoc struct {
	ShotID   string  `json:"shotId" readOnly:"true" doc:"Its shot"`
	SetHash  string  `json:"setHash" readOnly:"true" doc:"Hash of the set it shows"`
	SHA256   string  `gorm:"column:sha256" json:"sha256" readOnly:"true" doc:"Hash of the file"`
	WidthPx  int     `json:"widthPx" readOnly:"true" doc:"Width"`
	HeightPx int     `json:"heightPx" readOnly:"true" doc:"Height"`
	Samples  int     `json:"samples" readOnly:"true" doc:"Paths a pixel"`
	Seconds  float64 `json:"seconds" readOnly:"true" doc:"How long it took, s"`
	Small    bool    `json:"small" readOnly:"true" doc:"Whether it is for the contact sheet"`
}

// SeriesRow is what a shoot's days offer and cost.
type SeriesRow struct {
	Base
	ShootID string       `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Terms   series.Terms `gorm:"serializer:json" json:"terms" doc:"What days offer and cost"`
}

// DayRow is a shoot's day: one a shoot.
type DayRow struct {
	Base
	ShootID string      `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Day     dayplan.Doc `gorm:"serializer:json" json:"day" doc:"What is said of it, and the plan that was taken"`
	Costs   *cost.Doc   `gorm:"serializer:json" json:"costs" doc:"What is said of its money; null while nothing is"`
}

// ReferenceRow is a picture or note with what to take from it.
type ReferenceRow struct {
	Base
	ReferenceDoc
}

// ReferenceDoc is what a reference says.
type ReferenceDoc struct {
	ShootID   string          `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Position  int             `json:"position" readOnly:"true" doc:"Order in the shoot"`
	Reference brief.Reference `gorm:"serializer:json" json:"reference" doc:"What to take"`
	SHA256    string          `gorm:"column:sha256" json:"sha256" readOnly:"true" doc:"Hash of the picture; empty for a note"`
	WidthPx   int             `json:"widthPx" readOnly:"true" doc:"Width"`
	HeightPx  int             `json:"heightPx" readOnly:"true" doc:"Height"`
}

// SetUpRow is what stands and shines for one or several shots of a shoot.
type SetUpRow struct {
	Base
	SetUpDoc
}

// SetUpDoc is what a set-up says.
type SetUpDoc struct {
	ShootID string         `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Name    string         `json:"name" maxLength:"120" doc:"What it is called; empty for the name of its first dish"`
	SetUp   scene.SetUp    `gorm:"serializer:json" json:"setUp" doc:"What stands and shines"`
	Draft   *draft.OfSetUp `gorm:"serializer:json" json:"draft" doc:"As it was drafted; null for what a person has made"`
}

// SetRow is the set planned for a shot: a set-up, and what is the shot's own of it. The
// database counts its version up when the set-up changes, too (migration 12).
type SetRow struct {
	Base
	ShotID  string         `json:"shotId" readOnly:"true" doc:"Its shot"`
	SetUpID string         `json:"setUpId" doc:"The set-up it is taken of"`
	Own     scene.Own      `gorm:"serializer:json" json:"own" doc:"What is its own"`
	Draft   *draft.OfFrame `gorm:"serializer:json" json:"draft" doc:"As it was drafted; null for what a person has made"`

	Up *SetUpRow `gorm:"-" json:"-"` // the set-up, where it was read with it
}

// Set is the set as it stands for the shot, of a row that was read with its set-up.
func (r SetRow) Set() scene.Set {
	if r.Up == nil {
		return scene.SetUp{}.With(r.Own)
	}
	return r.Up.SetUp.With(r.Own)
}

// Copy is one verified copy of a frame's file.
type Copy = card.Copy

// Frame is one frame taken.
type Frame struct {
	Base
	FrameDoc
}

// FrameDoc is what a frame says.
type FrameDoc struct {
	ShootID  string            `json:"shootId" doc:"Its shoot"`
	ShotID   string            `gorm:"serializer:ornull" json:"shotId" doc:"Its shot; empty while it is laid to none"`
	SHA256   string            `gorm:"column:sha256" json:"sha256" doc:"Hash of the file, and its name"`
	Bytes    int               `json:"bytes" doc:"Size of the file"`
	WidthPx  int               `json:"widthPx" doc:"Width"`
	HeightPx int               `json:"heightPx" doc:"Height"`
	TakenAt  time.Time         `json:"takenAt" doc:"When"`
	Settings exposure.Settings `gorm:"serializer:json" json:"settings" doc:"How it was exposed"`
	Set      scene.Set         `gorm:"serializer:json" json:"set" doc:"The set as it stood"`
	Copies   []Copy            `gorm:"serializer:json" json:"copies" doc:"Verified copies"`
	Kept     bool              `json:"kept" doc:"Whether it is the one"`
	Answers  scene.Questions   `gorm:"serializer:json" json:"answers" doc:"The three questions that decide, asked of the frame"`

	CameraFile string              `json:"cameraFile" doc:"Its name on the camera's card; empty when it did not come from there"`
	Free       bool                `json:"free" doc:"Whether it was taken freely, the camera off its tripod"`
	PlatedS    float64             `json:"platedS" doc:"How long after its dish was finished it was taken, s; 0 when nobody wrote that down"`
	Changes    []continuity.Change `gorm:"serializer:json" json:"changes" doc:"How it differs from the frame before it, or from the plan"`
	Note       string              `json:"note" doc:"What was written beside it"`

	Came  card.Came  `gorm:"serializer:json" json:"came" doc:"What its file says of itself, where it came with a card"`
	Match card.Match `gorm:"serializer:json" json:"match" doc:"Which shot it was taken to be of, and why"`
	Laid  card.Laid  `json:"laid" doc:"Who laid it to its shot"`
	Mark  card.Mark  `json:"mark" doc:"How far it has come in choosing"`
}

// Take is what a camera was told to take. It is written down before it is told, so that what lies on the card is known
// whenever it comes.
type Take struct {
	Ref       string            `gorm:"primaryKey"`
	CreatedAt time.Time         `gorm:"not null"`
	ShootID   string            `gorm:"not null"`
	ShotID    string            `gorm:"not null"`
	Settings  exposure.Settings `gorm:"serializer:json"`
	FocusMm   float64
	Set       scene.Set `gorm:"serializer:json"`
	Free      bool
	PlatedS   float64
}

// CameraFile is a file that came from a camera's card.
type CameraFile struct {
	Name      string `gorm:"primaryKey"`
	Ref       string `gorm:"primaryKey"`
	CreatedAt time.Time
}

// Habits are what the studio has chosen where there are schools.
type Habits struct {
	LensSchool string `json:"lensSchool" doc:"Which school of lenses is followed"`
}

// HabitRow keeps them, in one row.
type HabitRow struct {
	Base
	Habits Habits `gorm:"serializer:json" json:"habits" doc:"What is chosen"`
}

// Approval is a yes to what goes out of a kept frame, as it was then.
type Approval struct {
	Base
	ApprovalDoc
}

// ApprovalDoc is what a yes says.
type ApprovalDoc struct {
	ShootID string `json:"shootId" doc:"Its shoot"`
	ShotID  string `json:"shotId" doc:"Its shot"`
	FrameID string `json:"frameId" doc:"The frame"`
	Picture string `json:"picture" doc:"Hash of the picture that it was said of"`
	Who     string `json:"who" doc:"Who said yes"`
	Words   string `json:"words" doc:"What they said"`
}

// BaseLookRow is a look that is kept by name, for any frame to follow.
type BaseLookRow struct {
	Base
	BaseLookDoc
}

// TableName is what its table is called: looks are what pictures look like from far.
func (BaseLookRow) TableName() string { return "base_looks" }

// BaseLookDoc is what a look says.
type BaseLookDoc struct {
	Name     string      `json:"name" minLength:"1" maxLength:"120" doc:"What it is called"`
	Steps    []look.Step `gorm:"serializer:json" json:"steps" maxItems:"60" doc:"What is done, in the order in which it is listed"`
	Pipeline int         `json:"pipeline" readOnly:"true" doc:"The version of the way in which steps become pixels, when it was last saved"`
}

// FinishRow is what is done to a frame.
type FinishRow struct {
	Base
	FinishDoc
}

// TableName is what its table is called.
func (FinishRow) TableName() string { return "finishes" }

// FinishDoc is what is done to a frame: the look that it follows, and how it differs from it.
type FinishDoc struct {
	ShootID string      `json:"shootId" readOnly:"true" doc:"Its shoot"`
	FrameID string      `json:"frameId" readOnly:"true" doc:"The frame"`
	LookID  string      `gorm:"serializer:ornull" json:"lookId" maxLength:"64" doc:"The look that it follows; empty for none"`
	Own     []look.Step `gorm:"serializer:json" json:"own" maxItems:"60" doc:"What is done to it besides, or instead of the look's step of that key"`
}

// VersionRow is a finished picture of a frame.
type VersionRow struct {
	Base
	VersionDoc
}

// TableName is what its table is called.
func (VersionRow) TableName() string { return "versions" }

// VersionDoc is what a finished picture says. The newest one of a frame is what goes out.
type VersionDoc struct {
	ShootID  string      `json:"shootId" doc:"Its shoot"`
	FrameID  string      `json:"frameId" doc:"The frame that it was made of"`
	Number   int         `json:"number" doc:"Which of the frame's, from 1"`
	SHA256   string      `gorm:"column:sha256" json:"sha256" doc:"Hash of the file, and its name"`
	Bytes    int         `json:"bytes" doc:"Size of the file"`
	WidthPx  int         `json:"widthPx" doc:"Width"`
	HeightPx int         `json:"heightPx" doc:"Height"`
	Steps    []look.Step `gorm:"serializer:json" json:"steps" doc:"What was done"`
	Pipeline int         `json:"pipeline" doc:"By which version of the way in which steps become pixels; 0 when it came from another program"`
	Name     string      `json:"name" doc:"What its file was called where it came from another program; empty else"`
	Known    back.How    `json:"known" enum:",hash,document,name,looks,hand" doc:"By what it was known then; empty else"`
	Copies   []Copy      `gorm:"serializer:json" json:"copies" doc:"Verified copies"`
}

// FrameWorkRow is what is said of the work on a kept frame.
type FrameWorkRow struct {
	Base
	FrameWorkDoc
}

// TableName is what its table is called.
func (FrameWorkRow) TableName() string { return "frame_works" }

// FrameWorkDoc is who does which step, and what is pinned.
type FrameWorkDoc struct {
	ShootID string               `json:"shootId" readOnly:"true" doc:"Its shoot"`
	FrameID string               `json:"frameId" readOnly:"true" doc:"The frame"`
	Who     map[work.Step]string `gorm:"serializer:json" json:"who" doc:"Who does each step, by name; steps that nobody was given are left out"`
	Pins    []work.Pin           `gorm:"serializer:json" json:"pins" maxItems:"200" doc:"What is to be retouched"`
}

// ReviewRow is what was noted on an old frame.
type ReviewRow struct {
	Base
	ReviewDoc
}

// TableName is what its table is called.
func (ReviewRow) TableName() string { return "reviews" }

// ReviewDoc is what works in a frame, what does not, and what is for next time.
type ReviewDoc struct {
	ShootID string       `json:"shootId" readOnly:"true" doc:"Its shoot"`
	FrameID string       `json:"frameId" readOnly:"true" doc:"The frame"`
	Pins    []review.Pin `gorm:"serializer:json" json:"pins" maxItems:"100" doc:"What was noted, where"`
	Done    bool         `json:"done" doc:"Whether it was read to the end"`
}

// DrillAnswer is what somebody answered to a drill.
type DrillAnswer struct {
	ID         string `gorm:"primaryKey"`
	PersonID   string
	Drill      string // its key
	Choice     int    // which answer was given
	IsRight    bool
	AnsweredAt time.Time
}

// TableName is what its table is called.
func (DrillAnswer) TableName() string { return "drill_answers" }

// FrameHours is how long somebody worked on a step of a frame.
type FrameHours struct {
	ID         string    `gorm:"primaryKey" json:"id" doc:"Key"`
	ShootID    string    `json:"shootId" doc:"Its shoot"`
	FrameID    string    `json:"frameId" doc:"The frame"`
	Step       work.Step `json:"step" enum:"look,retouch,check,round,export" doc:"Which step"`
	PersonID   string    `json:"personId" doc:"Who, by key"`
	PersonName string    `json:"personName" doc:"Who, by name"`
	Log        hours.Log `gorm:"serializer:json" json:"log" doc:"What was counted"`
}

// TableName is what its table is called.
func (FrameHours) TableName() string { return "frame_hours" }

// ProofRoundRow is a round of choices that a client was sent.
type ProofRoundRow struct {
	Base
	ProofRoundDoc
}

// TableName is what its table is called.
func (ProofRoundRow) TableName() string { return "proof_rounds" }

// ProofRoundDoc is what a round says.
type ProofRoundDoc struct {
	ShootID string         `json:"shootId" doc:"Its shoot"`
	Number  int            `json:"number" doc:"Which of the shoot's, from 1"`
	Note    string         `json:"note" maxLength:"2000" doc:"What is said with it"`
	Choices []proof.Choice `gorm:"serializer:json" json:"choices" maxItems:"200" doc:"What is shown, in order"`
}

// Round is it as the rules know it.
func (d ProofRoundDoc) Round() proof.Round {
	return proof.Round{Number: d.Number, Note: d.Note, Choices: d.Choices}
}

// ProofLinkRow lets whoever has its token see a shoot's rounds and answer them.
type ProofLinkRow struct {
	Base
	ProofLinkDoc
	TokenHash string `json:"tokenHash"` // the journal keeps it; nobody is told
}

// TableName is what its table is called.
func (ProofLinkRow) TableName() string { return "proof_links" }

// ProofLinkDoc is what is told of a link.
type ProofLinkDoc struct {
	ShootID   string     `json:"shootId" doc:"Its shoot"`
	Whom      string     `json:"whom" maxLength:"120" doc:"Whom it is for"`
	ExpiresAt time.Time  `json:"expiresAt" doc:"When it runs out"`
	RevokedAt *time.Time `json:"revokedAt" doc:"When it was taken back, or null"`
	OpenedAt  *time.Time `json:"openedAt" doc:"When it was last opened, or null"`
}

// ProofAnswerRow is what somebody said of a choice.
type ProofAnswerRow struct {
	Base
	ProofAnswerDoc
}

// ProofAnswerDoc is what an answer says.
type ProofAnswerDoc struct {
	ShootID   string     `json:"shootId" doc:"Its shoot"`
	RoundID   string     `json:"roundId" doc:"The round"`
	LinkID    string     `json:"linkId" doc:"By which link it came"`
	SenderKey string     `gorm:"column:key" json:"key" doc:"The sender's own: sent twice, it is one answer"`
	Choice    string     `json:"choice" doc:"The choice"`
	Kind      proof.Kind `json:"kind" enum:"yes,change,no" doc:"What is said"`
	Words     string     `json:"words" doc:"In words"`
	Pin       *proof.Pin `gorm:"serializer:json" json:"pin" doc:"The place that is meant, or null"`
	By        string     `gorm:"column:by_name" json:"by" doc:"Who says it"`
}

// TableName is what its table is called.
func (ProofAnswerRow) TableName() string { return "proof_answers" }

// Answer is it as the rules know it.
func (r ProofAnswerRow) Answer() proof.Answer {
	return proof.Answer{Key: r.SenderKey, Choice: r.Choice, Kind: r.Kind, Words: r.Words, Pin: r.Pin, By: r.By, At: r.CreatedAt}
}

// Publication is one cut of a frame on its way to an outlet.
type Publication struct {
	ID        string         `gorm:"primaryKey" json:"id" doc:"Key"`
	ShootID   string         `json:"shootId" doc:"Its shoot"`
	ShotID    string         `json:"shotId" doc:"Its shot"`
	FrameID   string         `json:"frameId" doc:"The frame"`
	Outlet    string         `json:"outlet" doc:"Which outlet"`
	Crop      release.Crop   `gorm:"serializer:json" json:"crop" doc:"The part of the frame"`
	Words     release.Words  `gorm:"serializer:json" json:"words" doc:"Words in the file"`
	SHA256    string         `gorm:"column:sha256" json:"sha256" doc:"Hash of the cut's file"`
	Bytes     int            `json:"bytes" doc:"Size of the file"`
	WidthPx   int            `json:"widthPx" doc:"Width"`
	HeightPx  int            `json:"heightPx" doc:"Height"`
	Format    release.Format `gorm:"default:jpeg" json:"format" enum:"jpeg,png,webp" doc:"What kind of file it is"`
	SameAs    string         `json:"-"` // hash of what was ordered: the same again is the same delivery
	State     string         `json:"state" enum:"waiting,accepted,refused,called off,asked down,taken down" doc:"Where it stands"`
	Answer    string         `json:"answer" doc:"The outlet's receipt, or why it refused"`
	CreatedAt time.Time      `json:"createdAt" doc:"When it was ordered"`
	GoesAt    *time.Time     `json:"goesAt" doc:"When it is to go out; null for at once"`
	Picture   string         `json:"-"` // hash of the picture that it was cut from
	BegunAt   *time.Time     `json:"-"` // when it was first tried: from then on it may stand at the outlet
	DoneAt    *time.Time     `json:"doneAt" doc:"When the outlet answered"`
}

// OutletRow is a place that pictures go to; it belongs to the studio.
type OutletRow struct {
	Base
	OutletDoc
}

// TableName is what its table is called.
func (OutletRow) TableName() string { return "outlets" }

// OutletDoc is what such a place asks for.
type OutletDoc struct {
	Outlet release.Outlet `gorm:"serializer:json" json:"outlet" doc:"What it asks for"`
}

// PropRow is a prop in the cupboard; it belongs to the studio. What it is searched
// by is worked out from the prop on every write.
type PropRow struct {
	Base
	Prop cupboard.Prop `gorm:"serializer:json" json:"prop" doc:"The prop"`

	Name      string       `json:"-"`
	Kind      string       `json:"-"`
	SizeMm    float64      `json:"-"`
	Hue       string       `json:"-"`
	Lightness float64      `json:"-"`
	Finish    words.Finish `json:"-"`
	Count     int          `json:"-"`
	Words     string       `json:"-"`
}

// Holding are the states of a reservation in which nobody else can have the prop;
// the trigger of migration 3 goes by the same.
var Holding = []string{"reserved", "pulled"}

// Reservation is a prop held for a shoot on its day.
type Reservation struct {
	Base
	ReservationDoc
}

// ReservationDoc is what a reservation says.
type ReservationDoc struct {
	PropID  string `json:"propId" readOnly:"true" doc:"The prop"`
	ShootID string `json:"shootId" readOnly:"true" doc:"The shoot"`
	DishID  string `json:"dishId" doc:"The dish it is for, or empty"`
	Count   int    `json:"count" minimum:"1" maximum:"999" doc:"How many"`
	State   string `json:"state" enum:"reserved,pulled,back,broken" doc:"Where it is"`
}

// KitRow is a piece of kit; it belongs to the studio.
type KitRow struct {
	Base
	Name string   `json:"-"`
	Kind string   `json:"-"`
	Item kit.Item `gorm:"serializer:json" json:"item" doc:"The piece"`
}

// PlaceRow is where the studio is, and its windows.
type PlaceRow struct {
	Base
	Place almanac.Place `gorm:"serializer:json" json:"place" doc:"The place"`
}

// PreferencesRow is the units that the studio thinks in.
type PreferencesRow struct {
	Base
	Units units.Preferences `gorm:"serializer:json" json:"units" doc:"The units"`
}

// VerbRow is what the studio has decided about a verb of the kitchen; its key is the verb.
type VerbRow struct {
	Base
	VerbDoc
}

// VerbDoc is what was decided.
type VerbDoc struct {
	Class method.Class `json:"class" doc:"What it does to food, for this studio"`
}

// WantedRow is a thing looked for.
type WantedRow struct {
	Base
	Wanted cupboard.Wanted `gorm:"serializer:json" json:"wanted" doc:"What is looked for"`
}

// Aside is a finding that was set aside.
type Aside struct {
	Base
	AsideDoc
}

// AsideDoc is what a finding set aside says.
type AsideDoc struct {
	ShootID string `json:"shootId" readOnly:"true" doc:"Its shoot"`
	Place   string `json:"place" doc:"What the finding is about: key of a dish, a shot, or the shoot"`
	Code    string `json:"code" doc:"Stable name of the check"`
	Subject string `json:"subject" doc:"The finding's subject"`
	Because string `json:"because" doc:"Why it was set aside"`
}

// Change is one row of a deed before and after; null where it was not there.
type Change struct {
	Table  string `json:"table"`
	ID     string `json:"id"`
	Before []byte `json:"before"`
	After  []byte `json:"after"`
}

// Deed is one thing a person did, so that it can be undone.
type Deed struct {
	ID       int64     `gorm:"primaryKey" json:"id" doc:"Counts up"`
	ShootID  string    `json:"shootId" doc:"Its shoot"`
	PersonID string    `json:"-"`
	At       time.Time `json:"at" doc:"When"`
	Words    string    `json:"words" doc:"What was done"`
	Changes  []Change  `gorm:"serializer:json" json:"-"`
	Undone   bool      `json:"undone" doc:"Whether it was taken back"`
	Needs    string    `json:"-"` // the role that may undo it

	Removed     string `json:"-"` // the table of what it took away, or empty
	RemovedID   string `json:"-"` // its key
	RemovedName string `json:"-"` // what it is called
}

// CardRow is a card that is copied, a folder, or files that are sent.
type CardRow struct {
	ID        string    `gorm:"primaryKey"`
	CreatedAt time.Time `gorm:"not null"`
	ShootID   string
	From      card.From
	Name      string
	Folder    string     // where it lies on this machine; empty for what is sent
	Clock     card.Clock `gorm:"serializer:json"` // how its camera's clock was off
	ByHand    bool       // whether somebody said so
	Why       string     // why copying stopped; empty while it goes on or is done
	Done      bool       // whether all of it is kept, looked at and matched
}

// TableName implements gorm's Tabler.
func (CardRow) TableName() string { return "cards" }

// CardFile is a file of a card: as it was listed, and what became of it. It is the ledger of a copy.
type CardFile struct {
	CardID   string `gorm:"primaryKey"`
	Path     string `gorm:"primaryKey"`
	Bytes    int64
	Modified time.Time
	SHA256   string      `gorm:"column:sha256"` // empty until it is kept
	Copies   []card.Copy `gorm:"serializer:json"`
	Why      string      // why it could not be copied
	Seen     bool        // whether it was looked at
	FrameID  string      // the frame that it became, or is a part of
	Said     string      // what is said of it where it became none
}

// Entry is it as the rules know it.
func (f CardFile) Entry() card.Entry {
	return card.Entry{File: card.File{Path: f.Path, Bytes: f.Bytes, Modified: f.Modified}, Kept: card.Kept{SHA256: f.SHA256, Bytes: f.Bytes, Copies: f.Copies}, Why: f.Why}
}

// LookRow is what a kept picture looks like from far, and how crisp it is.
type LookRow struct {
	File   string `gorm:"primaryKey"` // its hash
	Fields []byte
	Aspect float64
	Crisp  float64
}

// TableName implements gorm's Tabler.
func (LookRow) TableName() string { return "looks" }

// Picture is the hash of the file that shows a frame: itself, or what is shown in its place.
func (f FrameDoc) Picture() string {
	if f.Came.Shows != "" {
		return f.Came.Shows
	}
	return f.SHA256
}
