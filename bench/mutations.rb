# frozen_string_literal: true

require "ripper"

# Small changes to a file that a test should notice: another number, another comparison, another way to join.
module Mutations
  Mutation = Struct.new(:path, :line, :column, :was, :becomes, keyword_init: true) do
    def text(source)
      lines = source.lines
      lines[line - 1] = lines[line - 1].b.dup.tap { |bytes| bytes[column, was.bytesize] = becomes.b }
                                           .force_encoding(Encoding::UTF_8)
      lines.join
    end

    def to_s = "#{path}:#{line}:#{column + 1} #{was} -> #{becomes}"
  end

  OPERATORS = { "<" => "<=", "<=" => "<", ">" => ">=", ">=" => ">", "==" => "!=", "!=" => "==", "&&" => "||",
                "||" => "&&", "-" => "+", "*" => "/" }.freeze
  KEYWORDS = { "true" => "false", "false" => "true" }.freeze
  EVEN = { on_int: ->(text) { (Integer(text.delete("_"), 10) + 1).to_s },
           on_float: ->(text) { text.match?(/\A0\.?0*\z/) ? "1.0" : "(#{text} * 1.25)" } }.freeze

  # Lines that change nothing when they are changed: the place of a school or a rule in a list.
  EQUIVALENT = /\A\s*POSITION = /

  module_function

  # @param path [String]
  # @return [Array<Mutation>]
  def of(path)
    source = File.read(path)
    idle = source.lines.each_index.select { |i| source.lines[i].match?(EQUIVALENT) }.map(&:succ)
    tokens = Ripper.lex(source)
    tokens.each_with_index.filter_map do |((line, column), type, text, state), i|
      becomes = becomes(type, text, tokens, i) unless idle.include?(line)
      Mutation.new(path: path, line: line, column: column, was: text, becomes: becomes) if becomes && state
    end
  end

  def becomes(type, text, tokens, index)
    case type
    when :on_op then binary?(tokens, index) && OPERATORS[text]
    when :on_kw then KEYWORDS[text]
    when :on_int, :on_float then EVEN.fetch(type).call(text) rescue nil # rubocop:disable Style/RescueModifier
    end
  end

  # A splat, a default and an inheritance are written with the same signs.
  def binary?(tokens, index)
    before = tokens[index - 1]
    after = tokens[index + 1]
    before && after && before[1] == :on_sp && after[1] == :on_sp && tokens[index - 2][1] != :on_op &&
      !(tokens[index][2] == "<" && tokens[[index - 4, 0].max...index].any? { |t| t[2] == "class" })
  end
end
