package earnest.checks;

import earnest.channels.TicketChannels;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Caps;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Route;
import earnest.core.assurance.Rule;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Signal;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A rulebook as its page shows it, with the words that its slots can hold. */
@Component
class RulebookShows {
    private final Rulebooks rulebooks;
    private final Systems systems;
    private final TicketChannels channels;
    private final ProofMethods methods;
    private final List<earnest.checks.signals.Signal> signals;
    private final RulebookProposals proposals;

    RulebookShows(
            Rulebooks rulebooks,
            Systems systems,
            TicketChannels channels,
            ProofMethods methods,
            List<earnest.checks.signals.Signal> signals,
            RulebookProposals proposals) {
        this.rulebooks = rulebooks;
        this.systems = systems;
        this.channels = channels;
        this.methods = methods;
        this.signals = signals;
        this.proposals = proposals;
    }

    RulebookController.Shown shown(Rulebooks.InForce book) {
        Set<String> here = methods.all().stream().map(m -> m.id()).collect(Collectors.toSet());
        Set<String> seen =
                Stream.concat(
                                signals.stream().map(one -> one.kind()),
                                methods.all().stream().flatMap(m -> m.signalKinds().stream()))
                        .collect(Collectors.toSet());
        Caps caps = book.rules().caps();
        return new RulebookController.Shown(
                book.name(),
                book.version(),
                book.rules().checks().entrySet().stream()
                        .map(one -> method(one, here.contains(one.getKey())))
                        .sorted(
                                Comparator.comparingInt(RulebookController.MethodShown::points)
                                        .reversed()
                                        .thenComparing(RulebookController.MethodShown::id))
                        .toList(),
                book.rules().signals().entrySet().stream()
                        .map(one -> signal(one, seen.contains(one.getKey())))
                        .sorted(Comparator.comparing(RulebookController.SignalShown::id))
                        .toList(),
                book.rules().rules().stream().map(RuleSentences::of).toList(),
                book.rules().validMinutes(),
                book.rules().recentPathDays(),
                caps.knows(),
                caps.relayed(),
                caps.recentPath(),
                caps.counting(),
                rulebooks.file(book.version()),
                words(book.rules()),
                proposals
                        .waiting()
                        .map(
                                waiting ->
                                        new RulebookController.Proposed(
                                                waiting.proposal(),
                                                RulebookDifference.between(
                                                        book.rules(), waiting.rules())))
                        .orElse(null));
    }

    private RulebookController.Words words(Rulebook rules) {
        return new RulebookController.Words(
                RuleSentences.deeds().entrySet().stream()
                        .map(one -> new RulebookController.Word(one.getKey(), one.getValue()))
                        .toList(),
                systems.all().stream()
                        .map(one -> new RulebookController.Word(one.id(), one.name()))
                        .toList(),
                rules.rules().stream()
                        .map(Rule::group)
                        .filter(group -> !group.equals("*"))
                        .distinct()
                        .sorted()
                        .map(group -> new RulebookController.Word(group, group.replace('-', ' ')))
                        .toList(),
                channels.all().stream()
                        .map(one -> new RulebookController.Word(one, one.replace('-', ' ')))
                        .toList(),
                Arrays.stream(Factor.values())
                        .map(
                                one ->
                                        new RulebookController.Word(
                                                one.word(), RuleSentences.words(one)))
                        .toList(),
                Arrays.stream(Route.values())
                        .map(
                                one ->
                                        new RulebookController.Word(
                                                one.word(), one.word().replace('-', ' ')))
                        .toList());
    }

    private RulebookController.MethodShown method(Map.Entry<String, Method> one, boolean here) {
        Method weight = one.getValue();
        return new RulebookController.MethodShown(
                one.getKey(),
                methods.all().stream()
                        .filter(method -> method.id().equals(one.getKey()))
                        .map(ProofMethod::title)
                        .findFirst()
                        .orElseGet(() -> plain(one.getKey())),
                RuleSentences.words(weight.factor()),
                weight.points(),
                weight.failed(),
                weight.workSeconds() + weight.waitSeconds(),
                weight.relayed(),
                here);
    }

    private RulebookController.SignalShown signal(Map.Entry<String, Signal> one, boolean here) {
        return new RulebookController.SignalShown(
                one.getKey(),
                signals.stream()
                        .filter(signal -> signal.kind().equals(one.getKey()))
                        .map(earnest.checks.signals.Signal::title)
                        .findFirst()
                        .orElseGet(() -> plain(one.getKey())),
                one.getValue().points(),
                one.getValue().stops(),
                here);
    }

    static String plain(String id) {
        String words = id.replace('-', ' ');
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
