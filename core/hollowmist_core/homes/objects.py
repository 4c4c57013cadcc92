"""Objects: a unit's intermediate code, optimised as a whole, as machine code of either home."""

import re
from typing import NamedTuple

import llvmlite.binding as llvm

from ..kernels.base.compiled import CHECKED

DATA_LAYOUT = "e-m:e-p:32:32-p10:8:8-p20:8:8-i64:64-i128:128-n32:64-S128-ni:1:10:20"
TRIPLE = "wasm32-unknown-unknown"
FEATURES = "+simd128,+bulk-memory,+nontrapping-fptoint,+mutable-globals"
INSTRUCTIONS = ("floor", "ceil", "sqrt", "fabs", "trunc", "copysign")
"""Functions of the maths library that both homes have as instructions."""

HOST_FUNCTIONS = {"sin", "cos", "pow", "exp", "atan2", "hypot"}
"""Functions of the maths library that the host lends; each also with a final f for float32."""


EFFORT = 1 if CHECKED else 3
"""How much LLVM optimises: what is only made to be checked is to be made soon."""


class Home(NamedTuple):
    """What an object is made for: its triple, data layout and target machine."""

    triple: str
    layout: str
    machine: llvm.TargetMachine


def tablet() -> Home:
    """The tablet's home, WebAssembly."""
    llvm.initialize_all_targets()
    llvm.initialize_all_asmprinters()
    machine = llvm.Target.from_triple(TRIPLE).create_target_machine(opt=3, features=FEATURES)
    return Home(TRIPLE, DATA_LAYOUT, machine)


def server() -> Home:
    """The server's home: the processor that this runs on."""
    llvm.initialize_native_target()
    llvm.initialize_native_asmprinter()
    triple = llvm.get_process_triple()
    machine = llvm.Target.from_triple(triple).create_target_machine(
        cpu=llvm.get_host_cpu_name(), features=llvm.get_host_cpu_features().flatten(), opt=EFFORT, reloc="pic"
    )
    return Home(triple, str(machine.target_data), machine)


def retargeted(ir: str, home: Home) -> str:
    """Numba's code for another home: LLVM's text, with functions that are instructions there as such."""
    ir = re.sub(r"^target datalayout = .*$", f'target datalayout = "{home.layout}"', ir, flags=re.M)
    ir = re.sub(r"^target triple = .*$", f'target triple = "{home.triple}"', ir, flags=re.M)
    ir = re.sub(r'"target-(cpu|features)"="[^"]*"', "", ir)
    ir = re.sub(r" = common ((?:\w+ )*)global", r" = internal \1global", ir)  # wasm knows no common symbols
    # No kernel owns memory: what counts who holds an array only stands between the optimiser and the loops.
    ir = re.sub(r'^\s*call void @"?NRT_(?:incref|decref)"?\(.*$', "", ir, flags=re.M)
    for name in INSTRUCTIONS:
        ir = re.sub(rf'@"?{name}f"?(?![\w."])', f"@llvm.{name}.f32", ir)
        ir = re.sub(rf'@"?{name}"?(?![\w."])', f"@llvm.{name}.f64", ir)
    # What was a call and an instruction both is declared twice now.
    declared = set()

    def once(line):
        name = line.group(1)
        again = name in declared
        declared.add(name)
        return "" if again else line.group(0)

    ir = re.sub(r'^declare .*@"?(llvm\.[\w.]+)"?\(.*$', once, ir, flags=re.M)
    # No kernel owns memory, so these are never reached.
    return re.sub(
        r'^declare (.*)@"?NRT_MemInfo_call_dtor"?\([^)]*\).*$',
        r"define linkonce_odr void @NRT_MemInfo_call_dtor(ptr %p) { ret void }",
        ir,
        flags=re.M,
    )


def linked(symbols: dict[str, str], texts: list[str], home: Home) -> llvm.ModuleRef:
    """One module of a unit's code, its kernels exported under their names and nothing else."""
    whole = llvm.parse_assembly("")
    for text in texts:
        whole.link_in(llvm.parse_assembly(retargeted(text, home)))
    whole.triple, whole.data_layout = home.triple, home.layout
    names = {symbol: name for name, symbol in symbols.items()}
    for function in whole.functions:
        if function.is_declaration:
            continue
        if function.name in names:
            function.name = names[function.name]
        else:
            function.linkage = "internal"
    for variable in whole.global_variables:
        if not variable.is_declaration:
            variable.linkage = "internal"
    whole.verify()
    return whole


def check_imports(module, joined: set[str]):
    """Refuse a module that needs what no host lends, and that is none of the kernels that the linker joins.

    Raises
    ------
    RuntimeError
        Naming the functions; usually a kernel allocates or raises.
    """
    unknown = {
        f.name
        for f in module.functions
        if f.is_declaration
        and not f.name.startswith("llvm.")
        and f.name not in joined
        and f.name not in HOST_FUNCTIONS
        and f.name.removesuffix("f") not in HOST_FUNCTIONS
    }
    if unknown:
        raise RuntimeError(f"the kernels need functions that WebAssembly has not: {', '.join(sorted(unknown))}")


def machine_code(symbols: dict[str, str], texts: list[str], home: Home, joined: set[str]) -> bytes:
    """Optimise a unit as a whole and turn it into an object file of a home; `joined` are kernels of others."""
    whole = linked(symbols, texts, home)
    tuning = llvm.create_pipeline_tuning_options(speed_level=EFFORT)
    tuning.loop_vectorization = tuning.slp_vectorization = True
    # Rows of a stamp are short: interleaved vectors would leave most of a row to the scalar remainder.
    tuning.loop_interleaving = False
    builder = llvm.create_pass_builder(home.machine, tuning)
    builder.getModulePassManager().run(whole, builder)
    check_imports(whole, joined)
    return home.machine.emit_object(whole)
