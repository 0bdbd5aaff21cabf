package earnest.people;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;

import earnest.organisation.SettingsInForce;

import org.springframework.stereotype.Component;

import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;

/** Numbers in any spelling, kept as E.164. */
@Component
public class Telephone {
    private final PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
    private final SettingsInForce settings;

    Telephone(SettingsInForce settings) {
        this.settings = settings;
    }

    /** E.164, or empty if it can be no number. Ranges kept for fiction are possible, not valid. */
    public Optional<String> parse(String text) {
        try {
            PhoneNumber number = numbers.parse(text, settings.now().homeRegion());
            return numbers.isPossibleNumber(number)
                    ? Optional.of(numbers.format(number, PhoneNumberFormat.E164))
                    : Optional.empty();
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /** The calling code of the country of a number in E.164; empty if it is none. */
    public Optional<Integer> country(String e164) {
        try {
            return Optional.of(numbers.parse(e164, null).getCountryCode());
        } catch (NumberParseException e) {
            return Optional.empty();
        }
    }

    /** Digits in every way in which the number may be begun: with and without country and zero. */
    Set<String> spellings(String e164) {
        Set<String> spellings = new LinkedHashSet<>();
        spellings.add(e164.substring(1));
        try {
            PhoneNumber number = numbers.parse(e164, null);
            String national = numbers.getNationalSignificantNumber(number);
            spellings.add(national);
            spellings.add(
                    numbers.format(number, PhoneNumberFormat.NATIONAL).replaceAll("[^0-9]", ""));
            spellings.add("00" + e164.substring(1));
        } catch (NumberParseException e) {
            spellings.add(e164.substring(1));
        }
        return spellings;
    }

    /** All but the last two digits hidden. */
    public static String masked(String e164) {
        return "•••• ••• •" + e164.substring(Math.max(0, e164.length() - 2));
    }
}
