package earnest.ground;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;

/**
 * What was read of a table that {@link Epoch} watches, for as long as its number stays. Holds no
 * more than a bound; past that it begins anew. Values must not change. Thread-safe.
 */
public final class Remembered<K, V> {
    private record Known<V>(long epoch, V value) {}

    private final Epoch epoch;
    private final int most;
    private final Function<K, V> reader;
    private final Map<K, Known<V>> known = new ConcurrentHashMap<>();

    /**
     * @param most so many at once
     * @param reader asks the database
     */
    public Remembered(Epoch epoch, int most, Function<K, V> reader) {
        this.epoch = epoch;
        this.most = most;
        this.reader = reader;
    }

    public V get(K key) {
        if (epoch.changed()) {
            return reader.apply(key);
        }
        long now = epoch.now();
        Known<V> last = known.get(key);
        if (last != null && last.epoch == now) {
            return last.value;
        }
        V value = reader.apply(key);
        if (known.size() >= most) {
            known.clear();
        }
        known.put(key, new Known<>(now, value));
        return value;
    }
}
