using System.Text.Json.Nodes;
using Stampo.Server.Brief;
using Stampo.Server.Library;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Server.Shop;
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
                [StepStore.Floor] = [EarlierEquipment.OfShopByKind],
                [BriefEndpoints.Step] = [EarlierEquipment.OfBriefByKind],
                [DocumentForms.Decision] = [EarlierDecisions.BecomeSequencesOfOne],
                [ShopLibrary.Document] = [EarlierSupplies.InLibraryWeighByNumbers],
                [DocumentForms.ShopEntry] = [EarlierSupplies.WeighByNumbers],
            }
        );
}
