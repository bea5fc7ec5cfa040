import type { NameCode, NameField, NameGrammar } from "./grammar";

const codes = (list: string): NameCode[] =>
  list
    .trim()
    .split("\n")
    .map((line) => {
      const [code = "", ...meaning] = line.trim().split(" ");
      return { code, meaning: meaning.join(" ") };
    });

/** Discipline designators of the United States National CAD Standard, level 1. From memory. */
export const DISCIPLINES = codes(`
  A Architectural
  B Geotechnical
  C Civil
  D Process
  E Electrical
  F Fire protection
  G General
  H Hazardous materials
  I Interiors
  L Landscape
  M Mechanical
  O Operations
  P Plumbing
  Q Equipment
  R Resource
  S Structural
  T Telecommunications
  V Survey and mapping
  W Distributed energy
  X Other disciplines
  Z Contractor and shop drawings`);

/** Major groups of the United States National CAD Standard that building offices use. From memory. */
const MAJOR_GROUPS = codes(`
  ACCS Access
  AFFD Above-finished-floor devices
  ALRM Alarm
  ANNO Annotation
  AREA Area
  BEAM Beams
  BLDG Buildings and primary structures
  BRAC Bracing
  BRKL Break lines
  BRDG Bridges
  CASE Casework
  CEIL Ceilings
  CLNG Ceiling information
  COLS Columns
  COMM Communications
  CONC Concrete
  CONV Conveying systems
  CTRL Control systems
  DECK Decks
  DETL Details
  DFLD Drain fields
  DIAG Diagrams
  DOOR Doors
  DRAN Drains
  ELEV Elevations
  EQPM Equipment
  EROS Erosion and sediment control
  EVTR Elevators
  FIRE Fire protection
  FLOR Floors
  FNDN Foundations
  FNSH Finishes
  FRAM Framing
  FUEL Fuel systems
  FURN Furnishings
  FIXT Fixtures
  GLAZ Glazing, windows
  GRID Grids
  GRLN Grade lines
  HVAC Heating, ventilation and air conditioning
  HRAL Handrails
  INST Instrumentation
  IRRG Irrigation
  JOIS Joists
  LEVL Levels
  LITE Lighting
  LOCN Limits of construction
  LSCP Landscape
  MILL Millwork
  PARK Parking
  PIPE Piping
  PLAN Plans
  PLNT Planting, plants
  POWR Power
  PROP Property lines
  PVMT Pavement
  RAIL Railings
  RAMP Ramps
  REBR Reinforcing bars
  ROAD Roads
  ROOF Roofs
  ROOM Rooms
  SECT Sections
  SIGN Signs
  SITE Site features
  SLAB Slabs
  SOFF Soffits
  SPCL Specialties
  SPKL Sprinklers
  STOR Storm sewers
  STRS Stairs
  SURV Survey
  SWLK Sidewalks
  TOPO Topography
  TREE Trees
  TRUS Trusses
  VEGE Vegetation
  WALL Walls
  WATR Water
  WELD Welds`);

const MINOR_GROUPS = codes(`
  ABOV Above
  BELW Below
  CNTR Centrelines
  DIMS Dimensions
  DTLS Detail
  EXST Existing
  FULL Full height
  GRID Grid
  HDLN Header lines
  HRAL Handrails
  IDEN Identification tags
  JAMB Jambs
  KEYN Keynotes
  LEGN Legends
  LEVL Level changes
  MOVE Moveable
  NOTE Notes
  NPLT Construction and helper lines, not plotted
  OTLN Outline
  PATT Patterns and hatches
  PRHT Partial height
  REDL Redlines
  REVC Revision clouds
  SILL Sills
  SYMB Symbols
  SWNG Swings
  TEXT Text
  TITL Titles
  TTLB Title block and border
  TREA Treads
  RISR Risers`);

const STATUSES = codes(`
  D Existing to be demolished
  E Existing to remain
  F Future work
  M Items to be moved
  N New work
  T Temporary work
  X Not in contract
  1 Phase 1
  2 Phase 2
  3 Phase 3
  4 Phase 4
  5 Phase 5
  6 Phase 6
  7 Phase 7
  8 Phase 8
  9 Phase 9`);

const minor = (id: string, title: string): NameField => ({
  id,
  title,
  minLength: 4,
  maxLength: 4,
  characters: "letters-and-digits",
  required: false,
  codes: MINOR_GROUPS,
  open: true,
});

/**
 * Layer names of the United States National CAD Standard: discipline 1–2, major group 4,
 * minor groups 4 + 4, status 1, hyphens between; `A-WALL-FULL-N`.
 */
export const HYPHENATED_DISCIPLINE: NameGrammar = {
  id: "hyphenated-discipline",
  title: "Discipline, groups and status, with hyphens",
  source: "United States National CAD Standard; code lists from memory",
  separator: "-",
  fields: [
    {
      id: "discipline",
      title: "discipline",
      minLength: 1,
      maxLength: 2,
      characters: "letters",
      required: true,
      codes: DISCIPLINES,
      codeIsPrefix: true,
      usual: "A",
    },
    {
      id: "major",
      title: "major group",
      minLength: 4,
      maxLength: 4,
      characters: "letters-and-digits",
      required: true,
      codes: MAJOR_GROUPS,
    },
    minor("minor", "minor group"),
    minor("minor2", "second minor group"),
    {
      id: "status",
      title: "status",
      minLength: 1,
      maxLength: 1,
      characters: "letters-and-digits",
      required: false,
      codes: STATUSES,
    },
  ],
  examples: ["A-WALL", "A-WALL-FULL-N", "S-COLS", "AI-FURN-MOVE"],
};

const fixed = (id: string, title: string, length: number, more: Partial<NameField> = {}): NameField => ({
  id,
  title,
  minLength: length,
  maxLength: length,
  characters: "letters-and-digits",
  required: false,
  mayBeBlank: true,
  open: true,
  ...more,
});

/**
 * Layer names of ISO 13567-2: agent 2, element 6, presentation 2 characters, then optional
 * fields, unused positions filled with hyphens; `A-B374--E-`. Optional fields from memory.
 */
export const ISO_13567: NameGrammar = {
  id: "iso-13567",
  title: "Agent, element and presentation in fixed positions",
  source: "ISO 13567-2; code lists and optional fields from memory",
  separator: "",
  filler: "-",
  fields: [
    fixed("agent", "agent responsible", 2, {
      required: true,
      mayBeBlank: false,
      codes: DISCIPLINES,
      codeIsPrefix: true,
    }),
    fixed("element", "element", 6, { required: true, mayBeBlank: false }),
    fixed("presentation", "presentation", 2, {
      required: true,
      open: false,
      codeIsPrefix: true,
      codes: codes(`
        A Annotation
        B Border
        D Dimensions
        E Element graphics
        F Frame
        G Grid
        H Hatching
        I Information text
        J Section and detail marks
        K Revision marks
        M Model
        P Page
        R Redlines
        S Symbols
        T Text
        U User-defined
        V Title block`),
    }),
    fixed("status", "status", 1, {
      open: false,
      codes: codes(`
        N New part
        E Existing to remain
        R Existing to be removed
        T Temporary
        O Existing to be moved, original place
        F Existing to be moved, final place`),
    }),
    fixed("sector", "sector", 4),
    fixed("phase", "phase", 1),
    fixed("projection", "projection", 1),
    fixed("scale", "scale", 1),
    fixed("package", "work package", 2),
  ],
  examples: ["A-B374--E-", "A-220---T-", "S-280---E-N"],
};

/** Sheet numbers of the United States National CAD Standard: discipline, type digit, two-digit sequence; `A-101`. */
export const SHEET_NUMBERS: NameGrammar = {
  id: "sheet-numbers",
  title: "Discipline, sheet type and sequence",
  source: "United States National CAD Standard",
  separator: "-",
  fields: [
    {
      id: "discipline",
      title: "discipline",
      minLength: 1,
      maxLength: 2,
      characters: "letters",
      required: true,
      codes: DISCIPLINES,
      codeIsPrefix: true,
      usual: "A",
    },
    {
      id: "type",
      title: "sheet type",
      minLength: 1,
      maxLength: 1,
      characters: "digits",
      required: true,
      codes: codes(`
        0 General
        1 Plans
        2 Elevations
        3 Sections
        4 Large-scale views
        5 Details
        6 Schedules and diagrams
        7 User-defined
        8 User-defined
        9 Three-dimensional representations`),
    },
    {
      id: "sequence",
      title: "sequence",
      minLength: 2,
      maxLength: 2,
      characters: "digits",
      required: true,
      joined: true,
    },
  ],
  examples: ["A-101", "S-201"],
};
