# completion: what a shell needs to complete commands, options and files.

room("completion", "command", place = 22,
  words = "completion for a shell: source <(idle-ledger completion bash), or zsh", options = function() list(),
  example = "completion bash",
  run = function(options, files) {
    if (length(files) != 1 || !files %in% c("bash", "zsh")) stop_idle("bad_argument",
      "completion is for bash or zsh: idle-ledger completion bash.")
    cat(if (files == "zsh") c("autoload -U +X bashcompinit && bashcompinit"), completion_lines(), sep = "\n")
    0L
  }
)

completion_lines <- function() {
  commands <- rooms_of("command")
  cases <- vapply(commands, function(name) {
    flags <- paste0("--", names(c(room_of("command", name)$options(), general_options())))
    sprintf("    %s) words=\"%s\" ;;", name, paste(flags, collapse = " "))
  }, "")
  c(
    "_idle_ledger() {", "  local here=\"${COMP_WORDS[COMP_CWORD]}\" words", "  if [ \"$COMP_CWORD\" -eq 1 ]; then",
    sprintf("    mapfile -t COMPREPLY < <(compgen -W \"%s --help --version\" -- \"$here\")",
      paste(commands, collapse = " ")), "    return", "  fi",
    "  case \"${COMP_WORDS[1]}\" in", cases, "    *) words=\"\" ;;", "  esac",
    "  if [[ \"$here\" == -* ]]; then mapfile -t COMPREPLY < <(compgen -W \"$words\" -- \"$here\")",
    "  else mapfile -t COMPREPLY < <(compgen -f -- \"$here\"); fi", "}",
      "complete -o filenames -F _idle_ledger idle-ledger"
  )
}
