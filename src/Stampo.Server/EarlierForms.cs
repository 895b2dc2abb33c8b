using System.Text.Json.Nodes;
using Stampo.Server.Library;
using Stampo.Server.Plan;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server;

/// <summary>
/// How the form of what is kept has changed since the first release, kind by kind. A change is added at the end of its list and never
/// altered: data of every release come through all that follow.
/// </summary>
public static class EarlierForms
{
    public static DocumentForms All { get; } =
        new(
            new Dictionary<string, IReadOnlyList<Action<JsonObject>>>
            {
                [Plans.EarlierStep] = [EarlierPlans.NameTheirFamily, EarlierPlans.NameCavitiesAndFilledPrint],
                [DocumentForms.Decision] = [EarlierDecisions.BecomeSequencesOfOne],
                [ShopLibrary.Document] = [EarlierSupplies.InLibraryWeighByNumbers],
                [DocumentForms.ShopEntry] = [EarlierSupplies.WeighByNumbers],
            }
        );
}
