package earnest;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;

import earnest.connectors.SystemKind;
import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.modulith.core.ApplicationModules;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

import javax.net.SocketFactory;

/** The walls of the house. */
class ArchitectureTest {
    private static final JavaClasses ALL =
            new ClassFileImporter()
                    .withImportOption(new ImportOption.DoNotIncludeTests())
                    .importPackages("earnest");

    /** Who may look into a secret, and why. */
    private static final Set<String> OPENERS =
            Set.of(
                    "earnest.core.passwords.Secret",
                    "earnest.core.passwords.Spelling", // to say it
                    "earnest.wrapped.WrappedSecrets", // to encrypt it
                    "earnest.wrapped.SecretMarks", // to refuse it in a summary
                    "earnest.connectors.ldap.LdapChanges", // to set it
                    "earnest.connectors.ldap.LdapServers", // to sign in
                    "earnest.connectors.database.DatabaseServers", // to sign in
                    "earnest.connectors.database.PasswordClause", // to set it
                    "earnest.connectors.scim.PatchBody", // to set it
                    "earnest.connectors.scim.ScimClient", // to sign in
                    "earnest.core.passwords.Check", // to look at what is typed
                    "earnest.handover.HandoverText", // to send it
                    "earnest.links.LinkController", // to show it to whoever opened the link
                    "earnest.core.codes.RecoveryCode", // to show it in groups
                    "earnest.checks.RecoveryCodes", // to know it again
                    "earnest.core.codes.OwnAnswer", // to compare it
                    "earnest.core.offline.OfflineAnswer", // to answer for it
                    "earnest.core.codes.Base32", // to read a key
                    "earnest.checks.described.OutsideServiceClient", // to sign in
                    "earnest.checks.Questions", // to hash it
                    "earnest.checks.QuietWords", // to look for them in what was said
                    "earnest.checks.StarterCodes", // to know it again
                    "earnest.checks.StarterController", // to show it to whoever gives it, once
                    "earnest.checks.methods.question.OwnQuestions", // to take it apart
                    "earnest.selfservice.OwnProofShows", // to show it to its person, once
                    "earnest.access.SecondFactorController", // to show a key to its owner, once
                    "earnest.checks.Devices", // to know a setup code again
                    "earnest.checks.methods.tap.DeviceController", // to show it on the device
                    "earnest.checks.methods.CheckWords", // to compare it
                    "earnest.checks.methods.tap.AsksOutside", // to have it shown
                    "earnest.checks.methods.callback.CallBack", // to have the analyst say it
                    "earnest.pickup.PickUpWords", // to compare them
                    "earnest.webauthn.WebAuthn", // to verify what a browser gave
                    "earnest.checks.methods.colleague.ColleagueVouches", // to find who is named
                    "earnest.checks.methods.CodeMessage", // to send a code
                    "earnest.checks.methods.managerslink.Approval", // words for the desk, no secret
                    "earnest.channels.AroundSecret", // to send a link
                    "earnest.checks.methods.stafffact.StaffFact", // to compare it
                    "earnest.checks.methods.SentCodes", // to refuse a code in a summary
                    "earnest.channels.mail.MailCarrier", // to carry a mail
                    "earnest.channels.text.TextCarrier"); // to carry a text

    /**
     * Who speaks SQL of their own, and why. Classes called Rows hold statements whose row count
     * decides, or that read a few columns into a record; all else is kept by Hibernate.
     */
    private static final Map<String, Set<String>> OWN_SQL =
            Map.of(
                    "the record: its database users, procedures and order are its own",
                    Set.of(
                            "record.SealingStore",
                            "record.Seals",
                            "record.Pendings",
                            "record.KeyChanges",
                            "record.Matching",
                            "record.Ledger",
                            "record.RecordFiles",
                            "record.Erasures",
                            "record.SealedLedger",
                            "record.Witnesses"),
                    "the ground: leases, keys and the schema itself",
                    Set.of(
                            "ground.Lease",
                            "ground.HealthController",
                            "ground.ClockWatch",
                            "ground.SchemaCheck",
                            "ground.KeyFiles",
                            "ground.CarefulJdbc"),
                    "one statement that each request needs, read into a record",
                    Set.of(
                            "access.OpenSessions",
                            "access.SecondPersons",
                            "organisation.SettingsInForce",
                            "organisation.OrganisationController",
                            "checks.Rulebooks",
                            "systems.Accounts",
                            "people.Directory",
                            "people.WhoIs",
                            "people.PersonEntries"),
                    "the row count decides: limits, proposals, what is used once",
                    Set.of(
                            "access.GuessLimits",
                            "access.StaffFactorRows",
                            "access.KnownBrowsers",
                            "checks.StopLiftings",
                            "checks.RulebookProposals",
                            "selfservice.Robots",
                            "wrapped.WrappedSecrets",
                            "wrapped.SecretMarks",
                            "written.WrittenLines",
                            "written.WritingNow",
                            "written.Wants"),
                    "a thousand rows at a time, from a source of people",
                    Set.of("people.AccountMatches", "people.SourceSync", "demo.DemoWorld"));

    @Test
    void sqlIsSpokenWhereThereIsAReason() {
        Set<String> listed =
                OWN_SQL.values().stream()
                        .flatMap(Set::stream)
                        .map(name -> "earnest." + name)
                        .collect(Collectors.toSet());
        noClasses()
                .that(
                        DescribedPredicate.describe(
                                "neither hold rows nor are listed",
                                type ->
                                        !listed.contains(outer(type))
                                                && !outer(type).endsWith("Rows")))
                .should()
                .dependOnClassesThat()
                .areAssignableTo(JdbcClient.class)
                .check(ALL);
    }

    private static String outer(JavaClass type) {
        return type.getName().replaceAll("\\$.*", "");
    }

    @Test
    void capabilitiesCallEachOtherThroughTheirFacesOnlyAndInOneDirection() {
        ApplicationModules.of(
                        Earnest.class,
                        JavaClass.Predicates.resideInAnyPackage(
                                "earnest.core..", "earnest.testkit.."))
                .detectViolations()
                .throwIfPresent();
    }

    @Test
    void onlyThoseNamedHereOpenASecret() {
        classes().should(onlyOpenSecretsIf()).check(ALL);
    }

    private static ArchCondition<JavaClass> onlyOpenSecretsIf() {
        return new ArchCondition<>("open secrets only where that is their work") {
            @Override
            public void check(JavaClass type, ConditionEvents events) {
                for (JavaMethodCall call : type.getMethodCallsFromSelf()) {
                    boolean opens =
                            call.getTargetOwner().isEquivalentTo(Secret.class)
                                    && call.getName().equals("open");
                    if (opens && !OPENERS.contains(outer(type))) {
                        events.add(SimpleConditionEvent.violated(call, call.getDescription()));
                    }
                }
            }
        };
    }

    @Test
    void theCoreKnowsNoFramework() {
        noClasses()
                .that()
                .resideInAPackage("earnest.core..")
                .should()
                .dependOnClassesThat()
                .resideOutsideOfPackages(
                        "earnest.core..", "java..", "javax.crypto..", "org.jspecify..")
                .check(ALL);
    }

    @Test
    void nothingIsNamedAfterWhatItIsNot() {
        noClasses()
                .should()
                .resideInAnyPackage(
                        "..util..",
                        "..common..",
                        "..helper..",
                        "..impl..",
                        "..manager..",
                        "..dto..")
                .check(ALL);
    }

    /** What there will be many of has a home, and nothing outside names any of them. */
    @Test
    void nothingKnowsAMethodAKindACarrierOrAChannelByName() {
        noClasses()
                .that()
                .resideOutsideOfPackage("earnest.checks.methods.(*)..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("earnest.checks.methods.(*)..")
                .check(ALL);
        noClasses()
                .that()
                .resideOutsideOfPackage("earnest.connectors.(*)..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("earnest.connectors.(*)..")
                .check(ALL);
        noClasses()
                .that()
                .resideOutsideOfPackage("earnest.channels.(*)..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("earnest.channels.(*)..")
                .check(ALL);
        slices().matching("earnest.channels.(*)..").should().notDependOnEachOther().check(ALL);
        slices().matching("earnest.checks.methods.(*)..")
                .should()
                .notDependOnEachOther()
                .check(ALL);
        slices().matching("earnest.connectors.(*)..")
                .should()
                .notDependOnEachOther()
                .allowEmptyShould(true)
                .check(ALL);
    }

    @Test
    void connectorsKnowNoFrameworkAndNoDatabase() {
        noClasses()
                .that()
                .resideInAPackage("earnest.connectors..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..", "jakarta..", "tools.jackson..", "earnest.ground..")
                .check(ALL);
        // But for the kind that is one: it speaks to those of others, never to Earnest's own.
        noClasses()
                .that()
                .resideInAPackage("earnest.connectors..")
                .and()
                .resideOutsideOfPackage("earnest.connectors.database..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("java.sql..", "javax.sql..", "org.mariadb..")
                .check(ALL);
    }

    @Test
    void ofAFolderOnlyItsRegistrationIsPublic() {
        classes()
                .that()
                .resideInAPackage("earnest.connectors.(*)..")
                .and()
                .arePublic()
                .should()
                .implement(SystemKind.class)
                // Made by a driver, from the name of its class.
                .orShould()
                .beAssignableTo(SocketFactory.class)
                .allowEmptyShould(true)
                .check(ALL);
        noClasses()
                .that()
                .resideInAnyPackage("earnest.checks.methods.(*)..", "earnest.channels.(*)..")
                .should()
                .bePublic()
                .check(ALL);
    }
}
