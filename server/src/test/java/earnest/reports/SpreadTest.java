package earnest.reports;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;

import org.junit.jupiter.api.Test;

import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.stream.IntStream;

class SpreadTest {
    private static final Instant BEGAN = Instant.parse("2026-11-02T08:00:00Z");
    private static final UUID TICKET = new UUID(1, 1);

    private static TheRecord.Moment at(int second, EntryKind kind) {
        return at(second, kind, null);
    }

    private static TheRecord.Moment at(int second, EntryKind kind, String method) {
        return new TheRecord.Moment(TICKET, kind, BEGAN.plusSeconds(second), method);
    }

    private static Case one(long seconds) {
        return Case.of(
                TICKET,
                List.of(),
                BEGAN,
                Collections.nCopies(Stage.values().length, BEGAN.plusSeconds(seconds)));
    }

    @Test
    void halfAndNineInTenAreByNearestRank() {
        List<Case> ten = IntStream.rangeClosed(1, 10).mapToObj(SpreadTest::one).toList();
        assertThat(Spread.of(ten).half()).isEqualTo(5);
        assertThat(Spread.of(ten).nineInTen()).isEqualTo(9);
        assertThat(Spread.of(ten.subList(6, 7)).half()).isEqualTo(7);
        assertThat(Spread.of(ten.subList(6, 7)).nineInTen()).isEqualTo(7);
        assertThat(Spread.of(List.of()).half()).isNull();
    }

    @Test
    void theStagesOfACaseAddUpToTheWhole() {
        CaseReader reader = new CaseReader();
        reader.take(at(0, EntryKind.CALL_RANG));
        reader.take(at(20, EntryKind.PERSON_CLAIMED));
        reader.take(at(70, EntryKind.CHECK_PASSED, "call-back"));
        reader.take(at(95, EntryKind.CHECK_PASSED, "authenticator"));
        reader.take(at(100, EntryKind.CHANGE_INTENDED, Action.TEMPORARY_PASSWORD.deed()));
        reader.take(at(102, EntryKind.CHANGE_TOOK_EFFECT));
        reader.take(at(140, EntryKind.CHECK_PASSED, "code-by-text"));
        reader.take(at(150, EntryKind.HANDOVER_DONE));
        reader.take(at(300, EntryKind.PERSON_IN));
        Case one = reader.cases().getFirst();
        assertThat(one.ways()).containsExactly("authenticator", "call-back");
        assertThat(one.seconds()).isEqualTo(300);
        assertThat(one.stages().values()).containsExactlyInAnyOrder(20L, 80L, 2L, 48L, 150L);
    }

    @Test
    void whoeverHasAPasswordAndDidNotUseItIsNotIn() {
        CaseReader reader = new CaseReader();
        reader.take(at(0, EntryKind.CALL_RANG));
        reader.take(at(100, EntryKind.CHANGE_INTENDED, Action.TEMPORARY_PASSWORD.deed()));
        reader.take(at(102, EntryKind.CHANGE_TOOK_EFFECT));
        reader.take(at(150, EntryKind.HANDOVER_DONE));
        assertThat(reader.cases()).isEmpty();
        assertThat(reader.others()).isEqualTo(1);
    }

    @Test
    void whoeverWasUnlockedIsInAtOnce() {
        CaseReader reader = new CaseReader();
        reader.take(at(0, EntryKind.CALL_RANG));
        reader.take(at(40, EntryKind.CHANGE_INTENDED, Action.UNLOCK.deed()));
        reader.take(at(41, EntryKind.CHANGE_TOOK_EFFECT));
        assertThat(reader.cases().getFirst().seconds()).isEqualTo(41);
        assertThat(reader.cases().getFirst().seconds(Stage.HANDOVER)).isZero();
    }

    @Test
    void waysAreWords() {
        assertThat(HowLong.wayWords("authenticator+call-back+code-by-text"))
                .isEqualTo("Authenticator, call back and code by text");
        assertThat(HowLong.wayWords("")).isEqualTo("Nothing proved");
    }
}
