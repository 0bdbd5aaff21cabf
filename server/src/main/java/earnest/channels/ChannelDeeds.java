package earnest.channels;

/**
 * What the record says of conversations over a channel, each after the name of who did it.
 *
 * @param teller by whom the channel's own events are told, such as {@code Line}
 * @param came the other side, at first
 * @param went the other side, before anybody took it
 * @param took the desk
 * @param ended either side
 * @param held what it is to wait
 * @param resumed the desk, after it waited
 * @param dropped what it is to break off
 */
public record ChannelDeeds(
        String teller,
        String came,
        String went,
        String took,
        String ended,
        String held,
        String resumed,
        String dropped) {}
