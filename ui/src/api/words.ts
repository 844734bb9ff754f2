// Written by scripts/words.mjs from the API's description. Do not edit.

/** The words a field can hold, in the order they are offered; where none need be chosen, the empty one is left out. */
export const words = {
  Addition: {
    light: ['window', 'roof light', 'softbox', 'bare head', 'gridded head', 'LED panel', 'phone lamp', 'bulb'],
  },
  AlmanacOutside: {
    kind: ['wall', 'tree', 'awning'],
  },
  AlmanacTable: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
    material: ['wood', 'stone', 'linen', 'paint', 'metal'],
  },
  AngleWord: {
    word: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
  },
  BeginCopyRequest: {
    from: ['sent', 'folder', 'reader'],
  },
  Brief: {
    kind: ['own', 'commission'],
  },
  Camera: {
    orientation: ['landscape', 'portrait'],
  },
  Candidate: {
    state: ['open', 'chosen', 'dropped'],
  },
  Card: {
    kind: ['white', 'black', 'dull foil', 'silver', 'shiny foil', 'gold', 'diffuser'],
  },
  CardMatch: {
    sure: ['sure', 'likely', 'unsure'],
  },
  CardNow: {
    from: ['sent', 'folder', 'reader'],
    stage: ['sending', 'copying', 'looking', 'matching', 'stopped', 'done'],
  },
  Change: {
    kind: ['more', 'less', 'added', 'left out'],
  },
  ColourPart: {
    from: ['typed', 'picture', 'table'],
  },
  ColourPlan: {
    school: ['quiet', 'bold'],
  },
  ColourPoint: {
    role: ['food', 'vessel', 'ground', 'accent'],
  },
  ContactFrame: {
    state: ['empty', 'half filled', 'undressed', 'cut', 'bitten'],
  },
  Cooked: {
    kind: ['dish', 'trial'],
  },
  CostLine: {
    group: ['crew', 'room', 'rental', 'food', 'edit', 'spare'],
  },
  CostRate: {
    does: ['photographer', 'stylist', 'cook', 'assistant', 'editor'],
  },
  CutCheck: {
    format: ['jpeg', 'png', 'webp'],
  },
  DayBroken: {
    kind: ['day', 'hours', 'window', 'pin', 'share', 'change', 'wait', 'hold'],
  },
  DayDoc: {
    style: ['shortest', 'calmest', 'best light'],
  },
  DayEased: {
    kind: ['hold', 'window', 'hours', 'pin', 'end'],
  },
  DayOffered: {
    style: ['shortest', 'calmest', 'best light'],
  },
  DayPlacedJob: {
    kind: ['prep', 'cook', 'bake', 'chill', 'freeze', 'rest', 'finish', 'look', 'frame', 'break', 'copy', 'wrap', 'own', 'errand'],
  },
  DayTaking: {
    style: ['shortest', 'calmest', 'best light'],
  },
  DayWentAsk: {
    how: ['begun', 'over', 'not'],
  },
  Daylight: {
    weather: ['overcast', 'mixed', 'clear'],
  },
  DecideVerbRequest: {
    class: ['pours', 'scatters', 'dusts', 'spreads', 'dots', 'fills', 'turns out', 'drops', 'cuts', 'breaks', 'opens', 'grates', 'prepares', 'pierces', 'presses', 'squeezes', 'swirls', 'dips', 'coats', 'flames', 'lifts', 'sets', 'stacks', 'closes', 'mixes', 'whips', 'tosses', 'shapes', 'strains', 'rubs', 'tips', 'taps', 'blends', 'sears', 'heats', 'cools', 'rests', 'seasons', 'cleans', 'lines', 'adds', 'moves', 'serves', 'bites', 'watches', 'no deed', 'unknown'],
  },
  DiffersChange: {
    against: ['last', 'plan'],
    key: ['framing', 'distance', 'exposure', 'light', 'side', 'colour', 'moved'],
  },
  DishDoc: {
    form: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
  },
  DishEdit: {
    form: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
  },
  Drill: {
    kind: ['clock', 'aperture', 'lens', 'source', 'fill', 'fault', 'crop'],
  },
  DrillSkill: {
    kind: ['clock', 'aperture', 'lens', 'source', 'fill', 'fault', 'crop'],
  },
  Evidence: {
    form: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
  },
  Final: {
    stage: ['listed', 'set', 'taken', 'kept', 'approved'],
  },
  Finding: {
    group: ['safety', 'light', 'depth', 'frame', 'props'],
    severity: ['note', 'care', 'stop'],
  },
  FinishBeating: {
    deed: ['start', 'beat', 'stop'],
    step: ['look', 'retouch', 'check', 'round', 'export'],
  },
  FinishItem: {
    next: ['look', 'retouch', 'check', 'round', 'export'],
  },
  FinishSaying: {
    step: ['look', 'retouch', 'check', 'round', 'export'],
  },
  FinishToneHandle: {
    field: ['toe', 'slope', 'shoulder'],
  },
  Food: {
    best: ['near', 'far', 'left', 'right'],
    finish: ['matt', 'satin', 'gloss'],
    form: ['mound', 'slices', 'stack', 'scoops', 'liquid', 'iced', 'meringue', 'shells', 'tart', 'pie', 'cake', 'loaf', 'toast', 'noodles', 'rice', 'burger', 'leaves', 'biscuits', 'bird', 'joint', 'fish', 'skewers', 'soup', 'eggs', 'balls', 'dumplings', 'pancakes', 'pudding', 'crumble', 'layers', 'pizza', 'sandwich', 'curry'],
    piece: ['berry', 'slice', 'citrus', 'shell', 'leaf', 'seed', 'cube', 'flake', 'sprig', 'half', 'wedge', 'tomato', 'olive', 'nut', 'shard', 'round', 'ring', 'stone', 'curl', 'cress', 'pear', 'dust', 'apple', 'whole pear'],
  },
  FormGuess: {
    form: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
    second: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
  },
  FrameDoc: {
    laid: ['matched', 'by hand'],
    mark: ['passed over', 'short list', 'beside'],
  },
  FrameHours: {
    step: ['look', 'retouch', 'check', 'round', 'export'],
  },
  Ground: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
    kind: ['board', 'sweep'],
    material: ['paint', 'wood', 'stone', 'linen', 'paper', 'metal'],
  },
  Hand: {
    avoids: ['cereals with gluten', 'crustaceans', 'eggs', 'fish', 'peanuts', 'soya', 'milk', 'nuts', 'celery', 'mustard', 'sesame', 'sulphites', 'lupin', 'molluscs'],
    does: ['photographer', 'stylist', 'cook', 'assistant', 'client'],
    strengths: ['editorial', 'advertising', 'baking', 'drinks', 'trained cook'],
  },
  Hit: {
    kind: ['dish', 'shot'],
  },
  Invitation: {
    role: ['owner', 'photographer', 'stylist', 'assistant'],
  },
  InviteRequest: {
    role: ['owner', 'photographer', 'stylist', 'assistant'],
  },
  Invited: {
    role: ['owner', 'photographer', 'stylist', 'assistant'],
  },
  Judged: {
    class: ['pours', 'scatters', 'dusts', 'spreads', 'dots', 'fills', 'turns out', 'drops', 'cuts', 'breaks', 'opens', 'grates', 'prepares', 'pierces', 'presses', 'squeezes', 'swirls', 'dips', 'coats', 'flames', 'lifts', 'sets', 'stacks', 'closes', 'mixes', 'whips', 'tosses', 'shapes', 'strains', 'rubs', 'tips', 'taps', 'blends', 'sears', 'heats', 'cools', 'rests', 'seasons', 'cleans', 'lines', 'adds', 'moves', 'serves', 'bites', 'watches', 'no deed', 'unknown'],
    state: ['raw', 'being prepared', 'on heat', 'resting or cooling', 'assembled', 'on or in what it is served in', 'dressed', 'opened'],
    told: ['order', 'along', 'passive', 'short'],
  },
  KitItem: {
    kind: ['body', 'lens', 'phone', 'support', 'lamp', 'modifier', 'card', 'diffuser', 'other'],
    surface: ['white', 'black', 'dull foil', 'silver', 'shiny foil', 'gold', 'diffuser'],
  },
  LaidOut: {
    laid: ['matched', 'by hand'],
    mark: ['passed over', 'short list', 'beside'],
    sure: ['sure', 'likely', 'unsure'],
  },
  Light: {
    kind: ['window', 'roof light', 'softbox', 'bare head', 'gridded head', 'LED panel', 'phone lamp', 'bulb'],
  },
  LookMask: {
    shape: ['oval', 'fade', 'stroke'],
  },
  LookStep: {
    kind: ['mend', 'crop', 'level', 'white', 'tone', 'local', 'band', 'sharpen', 'grain'],
  },
  MarkPicturesRequest: {
    mark: ['passed over', 'short list', 'beside'],
  },
  MinedDish: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
  },
  MinedFrame: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
    hold: ['keeps', 'holds', 'about 10 min once dressed', 'minutes,  then the foam falls', '2 to 3 min,  then it runs', 'under 1 min while it steams', 'seconds'],
    light: ['from the side', 'from behind', 'from a top corner', 'continuous'],
    state: ['open', 'accepted', 'dropped'],
  },
  Mood: {
    colour: ['bold', 'muted'],
    key: ['bright', 'dark'],
  },
  Outing: {
    kind: ['goes', 'went', 'down', 'embargo'],
  },
  Outlet: {
    format: ['jpeg', 'png', 'webp'],
  },
  Person: {
    role: ['owner', 'photographer', 'stylist', 'assistant'],
  },
  Preferences: {
    amounts: ['written', 'grams', 'cups'],
    clock: ['24', '12'],
    currency: ['GBP', 'EUR', 'USD'],
    length: ['cm', 'in'],
    temperature: ['C', 'F'],
  },
  ProofAnswer: {
    kind: ['yes', 'change', 'no'],
  },
  ProofShown: {
    state: ['open', 'yes', 'asked', 'no', 'split'],
  },
  ProofStanding: {
    state: ['open', 'yes', 'asked', 'no', 'split'],
  },
  Prop: {
    condition: ['new', 'patina', 'worn', 'scratched', 'chipped', 'broken'],
    foodContact: ['yes', 'no'],
    kind: ['plate', 'bowl', 'tiny bowl', 'glass', 'jug', 'cutlery', 'board', 'linen', 'tile', 'paper', 'backdrop', 'other'],
  },
  PropChoice: {
    verdict: ['rent', 'buy', 'either', 'unknown'],
  },
  PropFace: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
  },
  PropLook: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
  },
  PropSuits: {
    role: ['vessel', 'ground', 'beside'],
  },
  Proposal: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
    hold: ['keeps', 'holds', 'about 10 min once dressed', 'minutes,  then the foam falls', '2 to 3 min,  then it runs', 'under 1 min while it steams', 'seconds'],
    light: ['from the side', 'from behind', 'from a top corner', 'continuous'],
  },
  Publication: {
    format: ['jpeg', 'png', 'webp'],
    state: ['waiting', 'accepted', 'refused', 'called off', 'asked down', 'taken down'],
  },
  Questions: {
    balanced: ['yes', 'no'],
    stands: ['yes', 'no'],
    tells: ['yes', 'no'],
  },
  RenderAsk: {
    as: ['passing', 'usual', 'large'],
  },
  ReservationDoc: {
    state: ['reserved', 'pulled', 'back', 'broken'],
  },
  ReviewPin: {
    says: ['good', 'bad', 'next'],
  },
  ReviewTerm: {
    group: ['light', 'depth', 'frame', 'props'],
  },
  ReviewUse: {
    kind: ['angle', 'light', 'ground', 'prop'],
  },
  SeriesTerms: {
    currency: ['GBP', 'EUR', 'USD'],
  },
  Served: {
    hold: ['keeps', 'holds', 'about 10 min once dressed', 'minutes,  then the foam falls', '2 to 3 min,  then it runs', 'under 1 min while it steams', 'seconds'],
  },
  Set: {
    advice: ['loud', 'quiet', 'off'],
    state: ['empty', 'half filled', 'undressed', 'cut'],
  },
  SetHabitsRequest: {
    lensSchool: ['zoom', 'fifty', 'long'],
  },
  SetHeldRequest: {
    state: ['reserved', 'pulled', 'back', 'broken'],
  },
  SetReading: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
  },
  SetRoleRequest: {
    role: ['owner', 'photographer', 'stylist', 'assistant'],
  },
  ShapeDishRequest: {
    form: ['plate', 'flat', 'tall', 'stack', 'soup', 'bowl', 'drink', 'frozen', 'many-alike', 'bite', 'spread', 'whole'],
  },
  ShoppingGoods: {
    fresh: ['day', 'keeps'],
  },
  ShotAdd: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
    light: ['from the side', 'from behind', 'from a top corner', 'continuous'],
  },
  ShotDoc: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
    hold: ['keeps', 'holds', 'about 10 min once dressed', 'minutes,  then the foam falls', '2 to 3 min,  then it runs', 'under 1 min while it steams', 'seconds'],
    light: ['from the side', 'from behind', 'from a top corner', 'continuous'],
  },
  ShotOfIt: {
    state: ['empty', 'half filled', 'undressed', 'cut', 'bitten'],
  },
  ShotSave: {
    angle: ['straight down', 'three-quarter', 'low', 'level', 'slightly below'],
    light: ['from the side', 'from behind', 'from a top corner', 'continuous'],
  },
  SketchShape: {
    kind: ['wall', 'table', 'vessel', 'rim', 'food'],
  },
  StylingStood: {
    state: ['good', 'hurry', 'refuse'],
  },
  Table: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
    material: ['wood', 'stone', 'linen', 'paint', 'metal'],
  },
  Thing: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
    kind: ['plate', 'bowl', 'tiny bowl', 'pot', 'glass', 'coupe', 'mug', 'jug', 'bottle', 'jar', 'board', 'wire rack', 'box', 'knife', 'fork', 'spoon', 'linen', 'tile', 'paper', 'mound', 'slices', 'stack', 'scatter', 'drizzle', 'foam', 'ice', 'herbs', 'crumb', 'bite on a fork'],
    material: ['ceramic', 'enamel', 'glass', 'metal', 'wood', 'stone', 'linen', 'paper', 'food'],
    piece: ['berry', 'slice', 'citrus', 'shell', 'leaf', 'seed', 'cube', 'flake', 'sprig', 'half', 'wedge', 'tomato', 'olive', 'nut', 'shard', 'round', 'ring', 'stone', 'curl', 'cress', 'pear', 'dust', 'apple', 'whole pear'],
    worked: ['ribbed', 'cut'],
  },
  Trial: {
    kind: ['trial', 'source'],
    verdict: ['works', 'nearly', 'fails'],
  },
  TrialBakeReading: {
    kind: ['temperature', 'time'],
  },
  TrialColumn: {
    verdict: ['works', 'nearly', 'fails'],
  },
  TrialIdea: {
    state: ['open', 'tried', 'helped'],
  },
  TrialSave: {
    kind: ['trial', 'source'],
    verdict: ['works', 'nearly', 'fails'],
  },
  Units: {
    amounts: ['written', 'grams', 'cups'],
    clock: ['24', '12'],
    currency: ['GBP', 'EUR', 'USD'],
    length: ['cm', 'in'],
    temperature: ['C', 'F'],
  },
  VersionDoc: {
    known: ['hash', 'document', 'name', 'looks', 'hand'],
  },
  Vessel: {
    finish: ['matt', 'satin', 'gloss', 'mirror'],
    kind: ['plate', 'bowl', 'pot', 'glass', 'coupe', 'mug', 'board'],
    material: ['ceramic', 'enamel', 'glass', 'metal', 'wood', 'stone'],
    worked: ['ribbed', 'cut'],
  },
  WorkHint: {
    kind: ['clean', 'remove', 'edge', 'hands', 'colour', 'shape', 'other'],
  },
  WorkPin: {
    kind: ['clean', 'remove', 'edge', 'hands', 'colour', 'shape', 'other'],
    state: ['open', 'done', 'checked'],
  },
} as const

/** What a number is held to. */
export const limits = {
  AddProofLinkRequest: {
    days: { min: 1, max: 90 },
  },
  AlmanacCrockery: {
    count: { min: 1, max: 999 },
    diameterMm: { min: 0, max: 1000 },
  },
  AlmanacPlace: {
    backMm: { min: 0, max: 10000 },
    sockets: { min: 0, max: 99 },
  },
  AnswerDrillRequest: {
    choice: { min: 0, max: 20 },
  },
  Brief: {
    hands: { min: 0, max: 40 },
  },
  CardFile: {
    bytes: { min: 0, max: 1000000000 },
  },
  ColourPart: {
    share: { min: 0, max: 100 },
  },
  CostDoc: {
    editMin: { min: 0, max: 1440 },
    feeMinor: { min: 0, max: 100000000000 },
    roomMinor: { min: 0, max: 10000000000 },
    roundMin: { min: 0, max: 1440 },
    rounds: { min: 0, max: 20 },
    sparePct: { min: 0, max: 200 },
  },
  CostRate: {
    hourMinor: { min: 0, max: 100000000 },
  },
  CostRental: {
    buyMinor: { min: 0, max: 10000000000 },
    dayMinor: { min: 0, max: 1000000000 },
    days: { min: 1, max: 60 },
    uses: { min: 0, max: 1000 },
  },
  CutOrder: {
    centreX: { min: 0, max: 1 },
    centreY: { min: 0, max: 1 },
    zoom: { min: 0.05, max: 1 },
  },
  DayAgain: {
    nowMin: { min: -1440, max: 5760 },
  },
  DayAt: {
    atMin: { min: -2880, max: 5760 },
  },
  DayChange: {
    min: { min: 0, max: 2880 },
    pinAt: { min: -1440, max: 5760 },
  },
  DayGone: {
    fromMin: { min: -1440, max: 5760 },
    min: { min: 0, max: 2880 },
    plannedMin: { min: 0, max: 2880 },
  },
  DayMove: {
    atMin: { min: -1440, max: 5760 },
    min: { min: 0, max: 2880 },
  },
  DayNeed: {
    units: { min: 1, max: 40 },
  },
  DayOwnJob: {
    day: { min: 0, max: 2 },
    from: { min: 0, max: 1440 },
    hands: { min: 0, max: 20 },
    min: { min: 1, max: 1440 },
    until: { min: 0, max: 1440 },
  },
  DayResource: {
    changeMin: { min: 0, max: 240 },
    units: { min: 0, max: 400 },
  },
  DaySetChange: {
    fromMin: { min: -2880, max: 5760 },
    toMin: { min: -2880, max: 5760 },
  },
  DaySpan: {
    fromMin: { min: -2880, max: 5760 },
    toMin: { min: -2880, max: 5760 },
  },
  DayTerms: {
    collectMin: { min: 0, max: 600 },
    days: { min: 0, max: 3 },
    endMin: { min: 1, max: 1440 },
    eveFrom: { min: 0, max: 1440 },
    eveUntil: { min: 0, max: 1440 },
    fetchMin: { min: 0, max: 240 },
    frameMin: { min: 2, max: 120 },
    freezerPlaces: { min: 0, max: 60 },
    fridgePlaces: { min: 0, max: 60 },
    hands: { min: 1, max: 20 },
    lunchFrom: { min: 0, max: 1440 },
    lunchMin: { min: 0, max: 180 },
    lunchUntil: { min: 0, max: 1440 },
    ovens: { min: 0, max: 8 },
    plates: { min: 0, max: 20 },
    rings: { min: 0, max: 20 },
    setUpMin: { min: 0, max: 240 },
    shelves: { min: 0, max: 6 },
    shopMin: { min: 0, max: 600 },
    slackShare: { min: 0, max: 100 },
    startMin: { min: 0, max: 1439 },
    wrapMin: { min: 0, max: 480 },
  },
  Deliverable: {
    count: { min: 1, max: 500 },
    longPx: { min: 1, max: 30000 },
  },
  DraftAsk: {
    variant: { min: 0, max: 2 },
  },
  FinishSaying: {
    gap: { min: -1, max: 1000 },
    minutes: { min: -600, max: 600 },
  },
  GlowAsk: {
    marginMm: { min: 0, max: 30 },
  },
  Goal: {
    fillStops: { min: 0, max: 8 },
    fromClock: { min: 0, max: 12 },
  },
  KitFixedLens: {
    closestMm: { min: 0, max: 5000 },
    focalMm: { min: 0, max: 100 },
    number: { min: 0, max: 32 },
    pixelsLong: { min: 0, max: 30000 },
    sensorHMm: { min: 0, max: 100 },
    sensorWMm: { min: 0, max: 100 },
  },
  KitItem: {
    clamps: { min: 0, max: 9 },
    closestMm: { min: 0, max: 20000 },
    closestSensorMm: { min: 0, max: 20000 },
    count: { min: 0, max: 99 },
    guide: { min: 0, max: 500 },
    heightMm: { min: 0, max: 5000 },
    highestIso: { min: 0, max: 409600 },
    largest: { min: 0, max: 20 },
    loadG: { min: 0, max: 100000 },
    longestMm: { min: 0, max: 2000 },
    luxAt1m: { min: 0, max: 1000000 },
    pixelsLong: { min: 0, max: 30000 },
    reachMm: { min: 0, max: 10000 },
    sensorHMm: { min: 0, max: 100 },
    sensorWMm: { min: 0, max: 100 },
    shortestMm: { min: 0, max: 2000 },
    weightG: { min: 0, max: 100000 },
    widestNumber: { min: 0, max: 64 },
    widthMm: { min: 0, max: 5000 },
  },
  LensAsk: {
    farMm: { min: 1, max: 10000 },
    nearestMm: { min: 0, max: 10000 },
    widthMm: { min: 1, max: 5000 },
  },
  LookBox: {
    h: { min: 0.02, max: 1 },
    w: { min: 0.02, max: 1 },
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  LookMask: {
    across: { min: 0, max: 1 },
    down: { min: 0, max: 1 },
    soft: { min: 0, max: 1 },
    turnDeg: { min: -180, max: 180 },
  },
  LookSpot: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  LookStep: {
    amount: { min: 0, max: 3 },
    chroma: { min: -1, max: 1 },
    hueDeg: { min: 0, max: 360 },
    kelvin: { min: 0, max: 15000 },
    lightness: { min: -0.5, max: 0.5 },
    radius: { min: 0, max: 0.3 },
    radiusPx: { min: 0, max: 12 },
    shoulder: { min: -2, max: 1 },
    slope: { min: 0, max: 3 },
    stops: { min: -5, max: 5 },
    tint: { min: -50, max: 50 },
    toe: { min: -3, max: 3 },
    turnDeg: { min: -60, max: 60 },
    widthDeg: { min: 0, max: 360 },
  },
  Outlet: {
    leastLongPx: { min: 0, max: 30000 },
    mostBytes: { min: 0, max: 1000000000 },
    mostLongPx: { min: 0, max: 30000 },
    mostWords: { min: 0, max: 4000 },
  },
  ProofCrop: {
    h: { min: 0, max: 1 },
    w: { min: 0, max: 1 },
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  ProofPin: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  Prop: {
    count: { min: 0, max: 999 },
    priceMinor: { min: 0, max: 100000000 },
  },
  PropFace: {
    pattern: { min: 0, max: 1 },
  },
  PropLoan: {
    dayMinor: { min: 0, max: 100000000 },
  },
  PropWanted: {
    dayMinor: { min: 0, max: 100000000 },
    days: { min: 0, max: 3650 },
    priceMinor: { min: 0, max: 100000000 },
    resaleShare: { min: 0, max: 1 },
  },
  ReservationDoc: {
    count: { min: 1, max: 999 },
  },
  ReviewHint: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  ReviewPin: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  RoomAsk: {
    farSideDeg: { min: -360, max: 360 },
  },
  SeriesOwn: {
    minutes: { min: 1, max: 1440 },
  },
  SeriesTerms: {
    dayMin: { min: 30, max: 1440 },
    dayMinor: { min: 0, max: 100000000 },
    mostDays: { min: 0, max: 60 },
    setupMin: { min: 0, max: 600 },
    setupMinor: { min: 0, max: 100000000 },
  },
  Set: {
    through: { min: 0, max: 8 },
  },
  SetHeldRequest: {
    count: { min: 1, max: 999 },
  },
  ShoppingGoods: {
    priceMinor: { min: 0, max: 100000000 },
  },
  ShoppingLeftover: {
    bought: { min: 0, max: 1000000 },
    share: { min: 0, max: 1 },
  },
  ShotAdd: {
    hands: { min: 0, max: 9 },
  },
  ShotDoc: {
    hands: { min: 0, max: 9 },
  },
  ShotSave: {
    hands: { min: 0, max: 9 },
  },
  StepsAskBody: {
    long: { min: 0, max: 1600 },
  },
  WantRequest: {
    supporting: { min: 0, max: 12 },
  },
  WorkHint: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
  WorkPin: {
    x: { min: 0, max: 1 },
    y: { min: 0, max: 1 },
  },
} as const

/** The calls that make something: each wish goes out under a key of its own. */
export const making: readonly string[] = [
  'POST /api/bin/{deed}',
  'PUT /api/cupboard/wanted',
  'POST /api/dishes/{id}/accept',
  'POST /api/dishes/{id}/drop',
  'POST /api/dishes/{id}/moments',
  'POST /api/dishes/{id}/renew',
  'POST /api/dishes/{id}/shots',
  'POST /api/dishes/{id}/times',
  'POST /api/dishes/{id}/trials',
  'POST /api/dishes/{id}/want',
  'POST /api/frames/{id}/hours/said',
  'POST /api/frames/{id}/make',
  'POST /api/invitations',
  'PUT /api/kit',
  'GET /api/kit.csv',
  'POST /api/kit.csv',
  'POST /api/outlets',
  'POST /api/places',
  'POST /api/props',
  'GET /api/props.csv',
  'POST /api/props.csv',
  'POST /api/publications/{id}/call-off',
  'POST /api/publications/{id}/confirm-down',
  'POST /api/publications/{id}/take-down',
  'POST /api/pulls/{id}/swap',
  'POST /api/shoots',
  'POST /api/shoots/{id}/asides',
  'POST /api/shoots/{id}/copies',
  'POST /api/shoots/{id}/dishes',
  'POST /api/shoots/{id}/dishes/import',
  'POST /api/shoots/{id}/draft',
  'POST /api/shoots/{id}/edited',
  'POST /api/shoots/{id}/looks',
  'POST /api/shoots/{id}/proof-links',
  'POST /api/shoots/{id}/proofs',
  'POST /api/shoots/{id}/pulls',
  'POST /api/shoots/{id}/references',
  'POST /api/shoots/{id}/rest',
  'POST /api/shoots/{id}/sending',
  'POST /api/shoots/{id}/shots.csv',
  'POST /api/shoots/{id}/shots/group',
  'POST /api/shoots/{id}/shots/try',
  'POST /api/shots/{id}/approve',
  'POST /api/shots/{id}/merge',
  'POST /api/shots/{id}/publish',
  'POST /api/shots/{id}/set/apart',
  'POST /api/shots/{id}/set/follow',
  'POST /api/shots/{id}/set/into',
  'POST /api/shots/{id}/take',
  'POST /api/shots/{id}/tick',
  'POST /api/templates',
  'POST /api/trials/{id}/adopt',
  'POST /api/vault',
]
