# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # What the columns of a spreadsheet of old breaks are, by their heads, in English, German and French.
      module Heads
        # role => words of a head. The first that fits counts, so the narrower ones stand first.
        ROLES = {
          "unit" => /\A\W*(?:units?|einheit|unité)\W*\z/i,
          "date" => /\b(?:date|datum|day|tested on|pulled on|geprüft am|jour)\b/i,
          "counts_as" => /\b(?:counts?|result|outcome|ergebnis|résultat|broke\?|verdict|status)/i,
          "mode" => /\b(?:how|mode|manner|type of (?:break|failure)|failure (?:type|mode)|bruchart|bruchbild)\b/i,
          "zone" => /\b(?:where|location|zone|place|position of|bruchstelle|bruchort|endroit|lieu)/i,
          "failed_part" => /\b(?:what (?:broke|failed)|failed|part|broke|component|bauteil|versagt|pièce rompue)\b/i,
          "end" => /\b(?:end|side|feature|seite|côté)\b/i,
          "group" => /\b(?:lot|group|batch|series|set|charge|gruppe|serie|lot n)/i,
          "piece" => /\b(?:specimen|sample|piece|label|id|prüfling|probe|muster|échantillon|éprouvette)\b|
                      \A\W*(?:no|nr|n°|number|\#)\W*\z/ix,
          "value" => /force|load|strength|break|peak|max|mbs|kraft|bruch|last\b|rupture|charge de|
                       \bkn\b|\blbf\b|newton/xi,
          "note" => /\b(?:note|remark|comment|reason|bemerkung|anmerkung|kommentar|remarque)/i
        }.freeze
        UNIT = /[\[(]\s*([^\])]+?)\s*[\])]\s*\z/
        MOST_ABOVE = 12 # rows of titles above the head
        # Below the table, or between: figures of others, no break.
        SUMMARY = /\A\W*(?:mean|average|avg|median|std|st\.?\s*dev|s\.?d\.?|cv|min(?:imum)?|max(?:imum)?|sum|total|n|
                   mittelwert|mittel|standardabweichung|summe|moyenne|écart)\W*\z/xi

        module_function

        # @param rows [Array<Array<String>>]
        # @return [Integer] the row that names the columns: the one of the first in which most are recognised
        def line(rows)
          found = rows.first(MOST_ABOVE).each_index.max_by { |i| [roles(rows[i]).size, -i] }
          roles(rows[found]).empty? ? 0 : found
        end

        # @param head [Array<String>]
        # @return [Hash{Integer => String}] column => role; a role is given once, to the first head that fits
        def roles(head)
          head.each_with_index.with_object({}) do |(text, column), found|
            role = ROLES.find { |name, words| !found.value?(name) && words.match?(text.to_s) }&.first
            found[column] = role if role && !text.to_s.strip.empty?
          end
        end

        # @return [Boolean] whether a row is a summary of others, or the head again
        def other?(row, head)
          return true if row.map { |cell| cell.strip.downcase } == head.map { |cell| cell.strip.downcase }

          row.any? { |cell| SUMMARY.match?(cell.strip) && cell.match?(/[[:alpha:]]{2}/) }
        end
      end
    end
  end
end
