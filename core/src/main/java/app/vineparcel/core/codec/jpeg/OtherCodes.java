package app.vineparcel.core.codec.jpeg;

/** The codes that the scans of stripes are written in, and what looks at the stripes' own words become in them. */
final class OtherCodes {

    private final OptimalCode[] codes = new OptimalCode[StripeHead.TABLES];
    private final WordTable[] from = new WordTable[StripeHead.TABLES];
    private final long[][] looks = new long[StripeHead.TABLES][];

    /**
     * The best codes.
     *
     * @param frequencies of symbols, by table
     */
    OtherCodes(long[][] frequencies) {
        for (int table = 0; table < codes.length; table++) {
            codes[table] = new OptimalCode(frequencies[table]);
        }
    }

    OptimalCode code(int table) {
        return codes[table];
    }

    /**
     * Looks at words of one code in that code's place here.
     *
     * @param own the code that a stripe has them in, mostly the same for all stripes
     * @return as {@link Words#in} gives them
     */
    long[] looks(int table, WordTable own) {
        if (from[table] != own) {
            from[table] = own;
            looks[table] = own.words().in(codes[table]);
        }
        return looks[table];
    }
}
