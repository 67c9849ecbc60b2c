// SPDX-License-Identifier: GPL-3.0-or-later
#include "case_text.hpp"
#include "exports/flow_case.hpp"

namespace euryth::exports {

std::vector<CaseFile> potentialCase(const port_field::VirtualPort& port, VolumeFlow flow)
{
    std::vector<CaseFile> files = polyMesh(port.mesh().grid());
    files.push_back({"0/U", fieldFile("volVectorField", "U", "[0 1 -1 0 0 0 0]", "uniform (0 0 0)", port,
                                      {"type fixedValue; value uniform " + inletVelocity(port, flow) + ";",
                                       "type zeroGradient;", "type slip;", "type slip;", "type slip;"})});
    const std::string none = "type zeroGradient;";
    files.push_back({"0/p", fieldFile("volScalarField", "p", "[0 2 -2 0 0 0 0]", "uniform 0", port,
                                      {none, "type fixedValue; value uniform 0;", none, none, none})});
    files.push_back({"system/controlDict", caseHeader("dictionary", "controlDict", "system") +
                                               "application potentialFoam;\nstartFrom startTime;\nstartTime 0;\n"
                                               "stopAt endTime;\nendTime 1;\ndeltaT 1;\nwriteControl timeStep;\n"
                                               "writeInterval 1;\n"});
    files.push_back({"system/fvSchemes",
                     caseHeader("dictionary", "fvSchemes", "system") +
                         "ddtSchemes { default steadyState; }\ngradSchemes { default Gauss linear; }\n"
                         "divSchemes { default Gauss linear; }\nlaplacianSchemes { default Gauss linear corrected; }\n"
                         "interpolationSchemes { default linear; }\nsnGradSchemes { default corrected; }\n"});
    files.push_back(
        {"system/fvSolution", caseHeader("dictionary", "fvSolution", "system") +
                                  "solvers { Phi { solver GAMG; smoother DIC; tolerance 1e-7; relTol 0; } }\n"
                                  "potentialFlow { nNonOrthogonalCorrectors 3; }\n"});
    return files;
}

}  // namespace euryth::exports
