package earnest.checks;

import earnest.checks.methods.Form;

import java.util.List;

/** Forms as the page is told them. */
final class CheckForms {
    private CheckForms() {}

    static Standing.CheckForm of(Form form) {
        return switch (form) {
            case Form.Code(String asks, int digits, var says, boolean trouble) ->
                    new Standing.CheckForm(
                            Standing.FormKind.CODE, asks, digits, says, trouble, null, List.of());
            case Form.Text(String asks, var says) ->
                    new Standing.CheckForm(
                            Standing.FormKind.TEXT, asks, 0, says, false, null, List.of());
            case Form.Choices(String says, var sayFirst, List<Form.Choice> choices) ->
                    new Standing.CheckForm(
                            Standing.FormKind.CHOICES,
                            null,
                            0,
                            says,
                            false,
                            sayFirst,
                            choices.stream().map(CheckForms::choice).toList());
            case Form.Wait(String says, var sayFirst) ->
                    new Standing.CheckForm(
                            Standing.FormKind.WAIT, null, 0, says, false, sayFirst, List.of());
            case Form.Link(String says) ->
                    new Standing.CheckForm(
                            Standing.FormKind.LINK, null, 0, says, false, null, List.of());
        };
    }

    private static Standing.CheckChoice choice(Form.Choice choice) {
        return new Standing.CheckChoice(choice.id(), choice.words(), String.valueOf(choice.key()));
    }
}
