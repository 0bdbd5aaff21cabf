package earnest.ground;

/**
 * Adds rows that are known to be new. A repository's own {@code save} asks the database first
 * whether a row with that id is there, since our rows have their ids before they are written.
 *
 * @param <T> the row
 */
public interface InsertRepository<T> {
    /** Must be called within a transaction; from then on changes of the row are written too. */
    void add(T row);
}
