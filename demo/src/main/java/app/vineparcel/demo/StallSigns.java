package app.vineparcel.demo;

/** Small signs for the stall and the app as one SVG, whose elements say themselves which recipes they want. */
final class StallSigns {

    private StallSigns() {}

    static String svg() {
        return """
                <svg xmlns="http://www.w3.org/2000/svg" width="720" height="260" viewBox="0 0 720 260">
                <title>Stall signs</title>
                <rect width="720" height="260" fill="#f1f2ee"/>
                <g id="apple" data-name="Sign apple" data-recipe="app-picture app-drawing">
                  <circle cx="120" cy="130" r="84" fill="#d8634a"/>
                  <path d="M120 66c4-22 20-34 40-34-2 22-18 36-40 34z" fill="#2e6a4a"/>
                </g>
                <g id="plum" data-name="Sign plum" data-recipe="app-picture app-drawing">
                  <ellipse cx="360" cy="134" rx="74" ry="86" fill="#6a2e5b"/>
                  <path d="M360 52c-24 40-28 120 0 164" fill="none" stroke="#4a1f43" stroke-width="5"/>
                </g>
                <g id="today" data-name="Today at the gate" data-recipe="shop-tile">
                  <rect x="500" y="46" width="184" height="168" rx="14" fill="#2e6a4a"/>
                  <text x="592" y="124" text-anchor="middle" font-family="IBM Plex Sans" font-weight="600" font-size="36" fill="#fbfbf8">Today</text>
                  <text x="592" y="166" text-anchor="middle" font-family="IBM Plex Sans" font-size="24" fill="#fbfbf8">at the gate</text>
                </g>
                </svg>
                """;
    }
}
