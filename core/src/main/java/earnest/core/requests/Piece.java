package earnest.core.requests;

/** A request is made of these. */
sealed interface Piece {
    /** It stands as in the sample. */
    record Literal(String text) implements Piece {}

    /** What is filled in. */
    record Filled(Slot slot, Place place) implements Piece {}

    /** User and password of a basic authorisation, together in base64. */
    record Basic() implements Piece {}

    /** How many bytes the body has. */
    record Length() implements Piece {}

    /** What stands between the parts of a multipart body. */
    record Boundary() implements Piece {}
}
