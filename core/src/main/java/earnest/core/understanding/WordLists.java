package earnest.core.understanding;

import java.util.List;
import java.util.Set;

/** Words by what they say around a secret. In small letters. */
final class WordLists {
    /** What names a password. */
    static final Set<String> PASSWORDS =
            words(
                    "password passwords p/w passwort passwrd pasword passwod passord kennwort pwd"
                            + " pw psw passwd passphrase pass-phrase passcode pass-word passwordd"
                            + " paswword contraseña contrasena clave user/pass user/password"
                            + " login/password username/password");

    /** What names one only where something that looks like one follows at once. */
    static final Set<String> MAYBE_PASSWORDS = words("pass login credentials creds secret log-in");

    static final Set<String> CODES =
            words("code codes otp totp tan one-time-code passcode token tokens digits");

    static final Set<String> PINS = words("pin pins puk pin-code pincode puk-code pukcode");

    static final Set<String> KEYS = words("key setup-key set-up-key seed");

    /** Before a code or a number that is none to sign in with. */
    static final Set<String> OTHER_CODES =
            words(
                    "error post postal zip area country cost dress qr bar source status exit"
                        + " discount product department dialling dial sort colour color fault"
                        + " voucher booking berth port hull build stop return response tax staff");

    /** Between what is named and what it is. */
    static final Set<String> IS =
            words("is was are were = : := -> => be been ist equals reads says being");

    /** After 'is', before what it is. */
    static final Set<String> FILLERS =
            words(
                    "now still currently just simply called set to exactly something like"
                            + " following probably i think maybe actually this really also always"
                            + " currently supposed should");

    /** How a password is, rather than what. */
    static final Set<String> STATES =
            words(
                    "wrong expired expiring not no locked incorrect invalid gone lost forgotten"
                        + " forgot reset old new about too correct right rejected refused being"
                        + " required needed working weak short long unknown asked never blocked"
                        + " changed accepted in on at for from going running already broken missing"
                        + " due different same fine ok okay good bad unchanged stored saved"
                        + " somewhere written secret safe hard easy impossible only nowhere somehow"
                        + " recognised recognized declined denied disabled dead empty blank above"
                        + " below attached there here what where why how my your his her their our"
                        + " last first created updated issued sent given set entered mistyped very"
                        + " quite rather pretty somewhat extremely both all just a an it that which"
                        + " who when because what's ending up over out off failing failed used"
                        + " shared known compromised stolen leaked exposed visible unsafe hacked"
                        + " mine yours valid unlocked active inactive ready synced outdated stale"
                        + " unrecognised mandatory case-sensitive longer shorter older newer good"
                        + " nothing something anything");

    /** Where what was said ends. */
    static final Set<String> BOUNDS =
            words(
                    "and but or so it which does doesn't doesnt did didn't didnt do please can"
                        + " could can't cant cannot for on in not still that i i'm im i've ive my"
                        + " the when because since thanks thank what why how if is was are then as"
                        + " at by with without from to of a an this these those you your we our he"
                        + " she they who where while until after before again also just only now"
                        + " yes no will won't wont would should has have had hasn't though although"
                        + " however anyway regards cheers best hello hi dear ok okay btw plus or"
                        + " maybe though today yesterday tomorrow");

    /** Before a thing that somebody gave to sign in. */
    static final Set<String> GAVE =
            words(
                    "typed entered tried used using type enter try use put gave give typing"
                            + " entering trying with");

    static final Set<String> DIGIT_WORDS =
            words("zero oh one two three four five six seven eight nine double triple");

    /** Before a backward 'is my password': nothing that could be one. */
    static final Set<String> POINTERS =
            words(
                    "it this that what which here there where below wrong problem question issue"
                            + " thing trouble point reason else nothing something one same who how"
                            + " why");

    static final Set<String> DETERMINERS =
            words(
                    "my the our his her your their a an old new current present former temporary"
                        + " temp one-time initial login windows account directory actual real last"
                        + " previous first right correct recovery security verification");

    private WordLists() {}

    private static Set<String> words(String spaced) {
        return Set.copyOf(List.of(spaced.split(" ")));
    }
}
