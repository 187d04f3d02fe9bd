package guide

// Regions names the level 2 regions of the World Geographical Scheme for Recording Plant Distributions
// (Brummitt 2001, published by the Biodiversity Information Standards body); the first digit is the continent, level 1.
var Regions = map[string]string{
	"10": "Northern Europe", "11": "Middle Europe", "12": "Southwestern Europe", "13": "Southeastern Europe", "14": "Eastern Europe",
	"20": "Northern Africa", "21": "Macaronesia", "22": "West Tropical Africa", "23": "West-Central Tropical Africa",
	"24": "Northeast Tropical Africa", "25": "East Tropical Africa", "26": "South Tropical Africa", "27": "Southern Africa",
	"28": "Middle Atlantic Ocean", "29": "Western Indian Ocean",
	"30": "Siberia", "31": "Russian Far East", "32": "Middle Asia", "33": "Caucasus", "34": "Western Asia",
	"35": "Arabian Peninsula", "36": "China", "37": "Mongolia", "38": "Eastern Asia",
	"40": "Indian Subcontinent", "41": "Indo-China", "42": "Malesia", "43": "Papuasia",
	"50": "Australia", "51": "New Zealand",
	"60": "South-Western Pacific", "61": "South-Central Pacific", "62": "North-Western Pacific", "63": "North-Central Pacific",
	"70": "Subarctic America", "71": "Western Canada", "72": "Eastern Canada", "73": "North-Western U.S.A.", "74": "North-Central U.S.A.",
	"75": "North-Eastern U.S.A.", "76": "South-Western U.S.A.", "77": "South-Central U.S.A.", "78": "South-Eastern U.S.A.", "79": "Mexico",
	"80": "Central America", "81": "Caribbean", "82": "Northern South America", "83": "Western South America", "84": "Brazil", "85": "Southern South America",
	"90": "Subantarctic Islands", "91": "Antarctic Continent",
}

// Continent is the level 1 code that a level 1 or level 2 region code lies in; empty for an empty code.
func Continent(region string) string {
	if region == "" {
		return ""
	}
	return region[:1]
}

// RegionCode tells whether s is formed like a level 2 region code: two digits, the first not 0.
func RegionCode(s string) bool {
	return len(s) == 2 && '1' <= s[0] && s[0] <= '9' && '0' <= s[1] && s[1] <= '9'
}

// areas are boxes around the continents, by their level 1 code, each with much sea: degrees south, north, west and east; where west is
// greater than east it runs over the date line. Source: memory.
var areas = map[string][4]float64{
	"1": {26, 83, -33, 71}, "2": {-50, 41, -34, 76}, "3": {10, 84, 24, -168}, "4": {-16, 41, 58, 162}, "5": {-56, -8, 104, -170},
	"6": {-36, 36, 128, -100}, "7": {11, 84, 165, -9}, "8": {-61, 31, -121, -24}, "9": {-90, -30, -180, 180},
}

// RegionHas tells whether a place may lie in a region, roughly: it is on or near the region's continent. What has no code lies anywhere.
func RegionHas(region string, latitude, longitude float64) bool {
	b, ok := areas[Continent(region)]
	if !ok {
		return true
	}
	south, north, west, east := b[0], b[1], b[2], b[3]
	across := longitude >= west && longitude <= east
	if west > east {
		across = longitude >= west || longitude <= east
	}
	return latitude >= south && latitude <= north && across
}
