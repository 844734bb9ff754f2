package method

// Deed is one thing that is done in a method.
type Deed struct {
	Step    int     `json:"step" doc:"Step of the method, from 0"`
	From    int     `json:"from" doc:"Where its words begin in the step, bytes"`
	To      int     `json:"to" doc:"Where they end"`
	Clause  string  `json:"clause" doc:"The words that say so"`
	Word    string  `json:"word" doc:"Its verb as written"`
	Verb    string  `json:"verb" doc:"Its verb as a dictionary has it, with the word behind it: pour off"`
	Class   Class   `json:"class" doc:"What it does to food"`
	Told    string  `json:"told" enum:"order,along,passive,short" doc:"How it is told: an order, along with another (whisking), a passive (is poured), or in short (squeeze of lime)"`
	Object  string  `json:"object" doc:"What it is done to; empty for what was spoken of before"`
	Target  string  `json:"target" doc:"On, into or over what, with that word"`
	Vessel  string  `json:"vessel" doc:"The vessel it speaks of, or empty"`
	Tool    string  `json:"tool" doc:"What it is done with, when it says so"`
	Minutes float64 `json:"minutes" doc:"How long, the most that is said; 0 when nothing is said"`
	Celsius float64 `json:"celsius" doc:"How hot, °C; 0 when nothing is said"`
	State   State   `json:"state" doc:"What the dish is when it begins"`
	Plates  bool    `json:"plates" doc:"Whether it puts the dish on or into what it is served in"`
	Done    bool    `json:"done" doc:"Whether it is done to the finished dish, before the lens"`
	Last    bool    `json:"last" doc:"Whether it stands in the last step"`
	served  bool    // its words put food on or into what it is served in
	carried bool    // its object was spoken of in a clause before
	Guessed bool    `json:"guessed" doc:"Whether no table knows its verb, and it was judged by where it goes"`
	Own     bool    `json:"own" doc:"Whether its class is the studio's own decision"`
}
