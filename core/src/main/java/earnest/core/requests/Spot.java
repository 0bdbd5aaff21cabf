package earnest.core.requests;

/**
 * A place in a sample.
 *
 * @param name for people, such as {@code query “to”}
 * @param value as a receiver reads it
 * @param text in which it stands from {@code from} up to but not with {@code to}
 */
record Spot(Place place, String name, String value, Text text, int from, int to) {
    /**
     * A text of the sample.
     *
     * @param header its index, or {@link #TARGET}, or {@link #BODY}
     */
    record Text(int header) {
        static final int TARGET_INDEX = -1;
        static final int BODY_INDEX = -2;
        static final Text TARGET = new Text(TARGET_INDEX);
        static final Text BODY = new Text(BODY_INDEX);
    }
}
