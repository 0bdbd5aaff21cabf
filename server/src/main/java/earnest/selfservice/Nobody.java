package earnest.selfservice;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.json.JsonMapper;

import java.time.Instant;

/**
 * How far what is pretended is: a way that can be answered and never ends well.
 *
 * @param way that is under way, or null
 * @param until it is open
 * @param left tries
 */
record Nobody(@Nullable String way, Instant until, int left) {
    static final Nobody NOTHING = new Nobody(null, Instant.EPOCH, 0);

    static Nobody read(@Nullable String json) {
        return json == null ? NOTHING : JsonMapper.shared().readValue(json, Nobody.class);
    }

    String text() {
        return JsonMapper.shared().writeValueAsString(this);
    }

    boolean open(Instant now) {
        return way != null && until.isAfter(now);
    }

    /** After a wrong answer; the last one ends it. */
    Nobody wrong() {
        return left > 1 ? new Nobody(way, until, left - 1) : NOTHING;
    }
}
