# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil curve FILE: how a logger's file was read and what was found in it; a folder gives a table.
    module CurveCommand
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

        raise InvalidInput.new("#{reading.questions.map { |q| q[:text] }.join(' ')} Answer with --columns or --rate",
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
                                                    skip_bad_rows: options[:skip_bad_rows])
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
        [*lines, "", *found[:findings].map { |f| line(f, found, options) }].join("\n")
      end

      def column_line(column)
        unit = " in #{column[:unit]}" if column[:unit]
        "  #{column[:header]}: #{column[:role]}#{unit}#{', the force' if column[:main]} (#{column[:because]})"
      end

      def line(finding, found, options)
        unit = Catalogue.units.find(options[:unit] || found[:reading][:columns].find { |c| c[:main] }[:unit])
        at = finding[:at_seconds] ? "#{format('%.6g', finding[:at_seconds])} s" : ""
        value = stated(finding[:force_newtons], unit, found[:resolution_newtons])
        format("%-15s %12s %14s   %s", finding[:kind].tr("_", " "), at, value, finding[:because])
      end

      def stated(newtons, unit, resolution)
        return "" if newtons.nil?

        Core::Quantity::FigureRule.for(unit: unit, resolution_si: resolution,
                                       largest_si: newtons.abs).nearest(newtons).to_s
      end

      def folder(path, options)
        rows = Dir.children(path).sort.map do |name|
          File.join(path, name)
        end.select { |file| File.file?(file) }.map { |file| row(file, options) }
        if options[:json]
          JSON.pretty_generate(rows)
        else
          rows.map do |r|
            format("%-36s %16s   %s", r[:file], r[:peak_newtons] ? "#{format('%.6g', r[:peak_newtons])} N" : "-",
                   r[:answer])
          end.join("\n")
        end
      end

      def row(file, options)
        found = one(file, options)
        peak = found[:findings].find { |f| f[:kind] == "peak" }
        { file: found[:file], peak_newtons: peak[:force_newtons], answer: found[:findings].map do |f|
          f[:kind]
        end.join(", ") }
      rescue InvalidInput => e
        { file: File.basename(file), peak_newtons: nil, answer: e.message }
      end
    end
  end
end
