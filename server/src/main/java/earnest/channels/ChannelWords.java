package earnest.channels;

/**
 * What the desk says of conversations over a channel.
 *
 * @param one what one is, such as {@code A call}
 * @param waiting of one that nobody took yet
 * @param missed of one that nobody took in time
 * @param unnamed whoever is there, while nobody is named
 * @param present while somebody is there
 * @param held while they wait
 * @param dropped when it broke off
 * @param over when it is over and nobody was named
 * @param nobody when it is over
 * @param address what their address is called, such as {@code Number shown}
 * @param noAddress when none was given, in a few words
 * @param noAddressIs the same as a sentence
 * @param whose before whose address it is, such as {@code number of}
 * @param placed when the desk began it
 * @param end what ending it is called
 */
public record ChannelWords(
        String one,
        String waiting,
        String missed,
        String unnamed,
        String present,
        String held,
        String dropped,
        String over,
        String nobody,
        String address,
        String noAddress,
        String noAddressIs,
        String whose,
        String placed,
        String end) {}
