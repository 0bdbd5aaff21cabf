package earnest.ground;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;

import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/**
 * A call that can be asked with something is asked with nothing else: a word that is mistyped would
 * else be answered as if it had not been asked.
 */
@Configuration(proxyBeanMethods = false)
class StrictQuery implements WebMvcConfigurer, HandlerInterceptor {
    private final Map<HandlerMethod, Set<String>> known = new ConcurrentHashMap<>();

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(
            HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod method && method.hasMethodAnnotation(ApiCall.class)) {
            Set<String> names = known.computeIfAbsent(method, StrictQuery::names);
            for (String asked : request.getParameterMap().keySet()) {
                if (!names.isEmpty() && !names.contains(asked)) {
                    throw Problem.invalid(
                            "This can be asked with %s, and with nothing else."
                                    .formatted(String.join(", ", names)));
                }
            }
        }
        return true;
    }

    private static Set<String> names(HandlerMethod method) {
        Set<String> names = new TreeSet<>();
        for (MethodParameter parameter : method.getMethodParameters()) {
            if (parameter.hasParameterAnnotation(RequestParam.class)) {
                names.add(parameter.getParameter().getName());
            } else if (parameter.hasParameterAnnotation(QueryObject.class)) {
                components(parameter).forEach(names::add);
            }
        }
        return names;
    }

    private static Stream<String> components(MethodParameter parameter) {
        return Arrays.stream(parameter.getParameterType().getRecordComponents())
                .map(RecordComponent::getName);
    }
}
