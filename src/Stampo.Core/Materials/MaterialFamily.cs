namespace Stampo.Core.Materials;

public enum MaterialFamily
{
    RigidThermoplastic,
    ClearThermoplastic,
    FlexibleElastomer,
    SiliconeRubber,
    Rubber,
    FormedSheet,
    FibreLaminate,
}
