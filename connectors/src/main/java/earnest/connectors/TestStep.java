package earnest.connectors;

import java.util.function.Supplier;

/**
 * One step of a connection test. Steps are taken in their order, each once, and a later one may
 * rest on what an earlier one found.
 *
 * @param title what is tried, such as {@code Signs in}
 * @param needed whether nothing after it can be tried when it fails
 * @param run tries it, within a few seconds; it changes nothing but the account for trials
 */
public record TestStep(String title, boolean needed, Supplier<TestResult> run) {}
