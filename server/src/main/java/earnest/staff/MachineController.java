package earnest.staff;

import earnest.access.ClientAddress;
import earnest.access.Role;
import earnest.access.StaffRows;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.Hidden;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Set;
import java.util.UUID;

/**
 * What only whoever is on the machine may do: make the first steward, or one more when those there
 * are cannot sign in any more. It asks for a token from a file of the installation, and over
 * loopback.
 */
@Hidden
@RestController
class MachineController {
    /**
     * {@code earnest.machine}.
     *
     * @param token of the installation, or null: nobody may
     */
    @ConfigurationProperties("earnest.machine")
    record Machine(@Nullable String token) {
        @Override
        public String toString() {
            return "(a token)";
        }
    }

    /**
     * A steward to be made.
     *
     * @param again whether there may be stewards already
     */
    record StewardWanted(
            @NotBlank @Pattern(regexp = "[a-z0-9.-]{2,64}") String login,
            @NotBlank @Size(max = 120) String name,
            boolean again) {}

    private final Machine machine;
    private final StaffRows staff;
    private final TheRecord record;
    private final Writes writes;
    private final ClientAddress addresses;

    MachineController(
            Machine machine,
            StaffRows staff,
            TheRecord record,
            Writes writes,
            ClientAddress addresses) {
        this.machine = machine;
        this.staff = staff;
        this.record = record;
        this.writes = writes;
        this.addresses = addresses;
    }

    @PostMapping("/api/machine/stewards")
    @ResponseStatus(HttpStatus.CREATED)
    StaffController.InvitationCode steward(
            @RequestHeader(name = "Authorization", required = false) @Nullable String given,
            @Valid @RequestBody StewardWanted wanted,
            HttpServletRequest request) {
        mustBeOnTheMachine(given, request);
        return new StaffController.InvitationCode(writes.get(() -> made(wanted)));
    }

    private void mustBeOnTheMachine(@Nullable String given, HttpServletRequest request) {
        String token = machine.token();
        boolean right =
                token != null
                        && !token.isBlank()
                        && given != null
                        && MessageDigest.isEqual(bytes("Bearer " + token), bytes(given))
                        && isLoopback(addresses.of(request));
        if (!right) {
            throw new Problem(404, "unknown", "There is nothing at this address.");
        }
    }

    private static boolean isLoopback(String address) {
        try {
            return InetAddress.getByName(address).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private String made(StewardWanted wanted) {
        boolean first =
                staff.all().stream()
                        .noneMatch(m -> m.roles().contains(Role.STEWARD) && m.endedAt() == null);
        if (!first && !wanted.again()) {
            throw new Problem(
                    409,
                    "steward-there",
                    "There is a steward already, who can invite others. If none can sign in any"
                            + " more, say --again; it goes on the record.");
        }
        UUID steward =
                staff.all().stream()
                        .filter(m -> m.login().equals(wanted.login()))
                        .findFirst()
                        .map(MachineController::whoLostTheCode)
                        .orElseGet(
                                () ->
                                        staff.add(
                                                wanted.login(),
                                                wanted.name().strip(),
                                                Set.of(Role.STEWARD),
                                                null));
        record.append(
                Entry.byEarnest(EntryKind.STEWARD_MADE_ON_MACHINE)
                        .data("analyst", steward.toString())
                        .personal("analystName", wanted.name().strip()));
        return staff.invite(steward);
    }

    /**
     * A steward who has no password yet gets a new code; nobody else is made one by their login.
     */
    private static UUID whoLostTheCode(StaffRows.Member there) {
        if (!there.invited() || there.endedAt() != null || !there.roles().contains(Role.STEWARD)) {
            throw new Problem(
                    409, "login-taken", "Somebody has that login already. Choose another.");
        }
        return there.id();
    }
}
