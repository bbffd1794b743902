# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil curve FILE: how a logger's file was read and what was found in it; a folder gives a table.
    module CurveCommand
      LEVELS = Core::Curve::Finding::CONFIDENCES

      module_function

      # @param path [String] file or folder
      # @param options [Hash] json:, columns:, rate:, skip_bad_rows:, unit:
      # @return [String]
      def call(path, options)
        return folder(path, options) if File.directory?(path)

        found = one(path, options)
        options[:json] ? JSON.pretty_generate(found) : text(found, options)
      end

      # @return [Hash] reading and findings
      # @raise [InvalidInput] when the file cannot be read, or something must be answered first
      def one(path, options)
        source = Devices::Delimited::Source.file(path)
        reading = Devices::Delimited::FileReader.read(source, name: File.basename(path), units: Catalogue.units,
                                                              choices: choices(options))
        refuse_open_questions(reading)
        analysis = Core::Curve::Analysis.new(reading.recording, settings: CurveSettings.call(options, Catalogue.units))
        { file: File.basename(path), reading: reading.to_h, resolution_newtons: analysis.step_newtons,
          rule_version: Core::Curve::Analysis::RULE_VERSION, findings: analysis.findings.map { |f| numbered(f) } }
      end

      def refuse_open_questions(reading)
        return if reading.ready?

        asked = reading.questions.map { |q| q[:text] }.join(" ")
        raise InvalidInput.new("#{asked} Answer with --columns, --rate or --clock",
                               questions: reading.questions, reading: reading.to_h)
      end

      # What is infinite or no number has no place in JSON.
      def numbered(finding)
        finding.to_h.transform_values { |v| plain(v) }
      end

      def plain(value)
        case value
        when Hash then value.transform_values { |v| plain(v) }
        when Array then value.map { |v| plain(v) }
        when Float then value.finite? ? value : nil
        else value
        end
      end

      # --columns "0:time:s,1:force:kN:main,2:displacement:mm"
      def choices(options)
        columns = options[:columns].to_s.split(",").map do |part|
          index, role, unit, main = part.split(":")
          { index: Integer(index), role: role, unit: unit, main: main == "main" || nil }.compact
        end
        Devices::Delimited::FileReader::Choices.new(columns: columns,
                                                    interval_seconds: options[:rate] && (1.0 / options[:rate]),
                                                    skip_bad_rows: options[:skip_bad_rows],
                                                    clock_changed: options[:clock_changed])
      rescue ArgumentError
        raise InvalidInput.new("--columns wants index:role:unit, such as 0:time:s,1:force:kN:main",
                               columns: options[:columns])
      end

      def text(found, options)
        reading = found[:reading]
        lines = ["#{found[:file]}: #{reading[:rows]} rows, #{reading[:delimiter_name]}, decimal " \
                 "#{reading[:decimal_mark]}, " \
                 "#{reading[:encoding]}"]
        lines += reading[:columns].map { |column| column_line(column) }
        lines += reading[:warnings].map { |warning| "  #{warning}" }
        [*lines, "", *findings(found, options)].join("\n").rstrip
      end

      def column_line(column)
        unit = " in #{column[:unit]}" if column[:unit]
        "  #{column[:header]}: #{column[:role]}#{unit}#{', the force' if column[:main]} (#{column[:because]})"
      end

      def findings(found, options)
        columns = found[:reading][:columns]
        unit = Catalogue.units.find(options[:unit] || columns.find { |c| c[:main] }[:unit])
        FindingLines.new(found[:findings], unit: unit, resolution: found[:resolution_newtons],
                                           angle: columns.any? { |c| c[:role] == "angle" }).call
      end

      def folder(path, options)
        files = Dir.children(path).sort.map { |name| File.join(path, name) }.select { |file| File.file?(file) }
        rows = doubtful_first(files.map { |file| row(file, options) })
        if options[:json]
          JSON.pretty_generate(rows)
        else
          rows.map do |r|
            peak = r[:peak_newtons] ? "#{format('%.6g', r[:peak_newtons])} #{r[:unit]}" : "-"
            format("%-36s %16s   %-6s   %s", r[:file], peak, r[:confidence], r[:answer])
          end.join("\n")
        end
      end

      def row(file, options)
        found = one(file, options)
        peak = found[:findings].find { |f| f[:kind] == "peak" }
        { file: found[:file], peak_newtons: peak[:force_newtons], unit: si_unit(found[:reading]),
          confidence: gravest(found[:findings]), answer: counted(found[:findings]) }
      rescue InvalidInput => e
        { file: File.basename(file), peak_newtons: nil, confidence: "look", answer: e.message }
      end

      # Of what the pull is judged by: newtons, or newton metres.
      def si_unit(reading) = reading[:columns].find { |c| c[:main] }[:role] == "torque" ? "N·m" : "N"

      def counted(findings)
        kinds = findings.map { |f| f[:kind].tr("_", " ") }.tally
        kinds.map { |kind, n| n > 1 ? "#{kind} × #{n}" : kind }.join(", ")
      end

      def gravest(findings) = findings.map { |f| f[:confidence] }.max_by { |level| LEVELS.index(level) }

      # Each level in the order of the names.
      def doubtful_first(rows) = rows.sort_by.with_index { |row, i| [-LEVELS.index(row[:confidence]), i] }
    end
  end
end
