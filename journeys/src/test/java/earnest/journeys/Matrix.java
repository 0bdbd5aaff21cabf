package earnest.journeys;

import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.InvocationInterceptor;
import org.junit.jupiter.api.extension.ReflectiveInvocationContext;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.ArgumentsProvider;
import org.junit.jupiter.params.support.AnnotationConsumer;
import org.junit.jupiter.params.support.ParameterDeclarations;

import java.io.IOException;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Gives the cases of {@link Cases}. With {@code -Dearnest.long=FILE} all of them, but for those
 * that the file names: each is written there when it passed, so that a run that was broken off goes
 * on where it was.
 */
final class Matrix implements ArgumentsProvider, AnnotationConsumer<Cases>, InvocationInterceptor {
    private static final String FILE = System.getProperty("earnest.long", "");
    private List<String> all = List.of();
    private List<String> sample = List.of();

    @Override
    public void accept(Cases cases) {
        all =
                cases.times() == 0
                        ? List.of(cases.value())
                        : IntStream.rangeClosed(1, cases.times()).mapToObj(i -> "" + i).toList();
        sample = cases.times() == 0 ? List.of(cases.sample()) : all.subList(0, 1);
        if (!all.containsAll(sample)) {
            throw new IllegalStateException("the sample has cases that are none: " + sample);
        }
    }

    @Override
    public Stream<? extends Arguments> provideArguments(
            ParameterDeclarations parameters, ExtensionContext context) throws IOException {
        if (FILE.isEmpty()) {
            return sample.stream().map(Arguments::of);
        }
        Path file = Path.of(FILE);
        Set<String> passed = Files.exists(file) ? Set.copyOf(Files.readAllLines(file)) : Set.of();
        Method method = context.getRequiredTestMethod();
        return all.stream().filter(one -> !passed.contains(name(method, one))).map(Arguments::of);
    }

    @Override
    public void interceptTestTemplateMethod(
            Invocation<Void> invocation,
            ReflectiveInvocationContext<Method> called,
            ExtensionContext context)
            throws Throwable {
        invocation.proceed();
        if (!FILE.isEmpty()) {
            Path file = Path.of(FILE);
            Files.createDirectories(Objects.requireNonNull(file.getParent()));
            Files.writeString(
                    file,
                    name(called.getExecutable(), String.valueOf(called.getArguments().getFirst()))
                            + "\n",
                    StandardOpenOption.CREATE,
                    StandardOpenOption.APPEND);
        }
    }

    private static String name(Method method, String one) {
        return "%s.%s %s"
                .formatted(
                        method.getDeclaringClass().getSimpleName(),
                        method.getName(),
                        one.replace('\n', ','));
    }
}
